/** A stream of the server in a test: what is said on it is heard by the page. */
export class FakeSource {
  /** Those that are open, the newest last. */
  static open: FakeSource[] = []
  static get last(): FakeSource {
    return FakeSource.open.at(-1)!
  }

  onopen: (() => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  private readonly heard = new Map<string, (event: { data: string }) => void>()

  constructor(readonly url: string) {
    FakeSource.open.push(this)
  }

  addEventListener(name: string, listener: (event: { data: string }) => void): void {
    this.heard.set(name, listener)
  }

  close(): void {
    this.readyState = 2
    FakeSource.open = FakeSource.open.filter((each) => each !== this)
  }

  say(name: string, data: object): void {
    this.heard.get(name)!({ data: JSON.stringify(data) })
  }
}
