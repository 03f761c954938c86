/** An event of the server's stream: its name, and its data as it came. */
export interface StreamEvent {
  readonly name: string
  readonly data: string
}

type Note =
  | { readonly kind: 'event'; readonly event: StreamEvent }
  | { readonly kind: 'open'; readonly open: boolean }
  | { readonly kind: 'want'; readonly page: string; readonly ids: readonly string[] }
  | { readonly kind: 'gone'; readonly page: string }
  | { readonly kind: 'who' }

const NAMES = ['change', 'status', 'frame', 'press'] as const
const LOCK = 'anklet.stream'

/** A page nobody looks at for so long listens to nothing any more, ms. */
const PARKED_MS = 10 * 60_000
/** A stream the server refused is tried again after this, ms. */
const AGAIN_MS = 5000

const canShare = (): boolean =>
  typeof BroadcastChannel !== 'undefined' &&
  typeof navigator !== 'undefined' &&
  'locks' in navigator

/** What a page does with the stream. */
export interface StreamListener {
  event(event: StreamEvent): void
  /** The stream stands, or was interrupted. */
  open(open: boolean): void
}

/**
 * One stream for all pages of a browser, which has six connections to a server in all: one page
 * holds it and tells the others what it hears. When that page goes, the next one takes over.
 */
export class SharedStream {
  private readonly page = crypto.randomUUID()
  /** To the other pages; null where a browser lets none of them be the one that holds it. */
  private readonly channel = canShare() ? new BroadcastChannel(LOCK) : null
  private readonly wanted = new Map<string, readonly string[]>()
  private readonly listeners = new Set<StreamListener>()
  /** How each device stood when it was last heard of. */
  private readonly statuses = new Map<string, StreamEvent>()
  private source: EventSource | null = null
  private letGo: (() => void) | null = null
  private isLeading = false
  private isOpen = false
  private ids: readonly string[] = []
  private parking: ReturnType<typeof setTimeout> | undefined
  private again: ReturnType<typeof setTimeout> | undefined

  constructor() {
    if (this.channel) this.channel.onmessage = ({ data }: MessageEvent<Note>) => this.take(data)
    globalThis.window?.addEventListener('pagehide', () =>
      this.channel?.postMessage({ kind: 'gone', page: this.page } satisfies Note),
    )
    globalThis.document?.addEventListener('visibilitychange', () => this.look())
  }

  /** Hears the stream from now on. @returns what ends that. */
  listen(listener: StreamListener): () => void {
    this.listeners.add(listener)
    this.join()
    if (this.isOpen) listener.open(true)
    return () => {
      this.listeners.delete(listener)
      if (this.listeners.size === 0) this.leave()
    }
  }

  /** Which devices this page wants to hear of. */
  want(ids: readonly string[]): void {
    this.ids = ids
    this.channel?.postMessage({ kind: 'want', page: this.page, ids } satisfies Note)
    this.wanted.set(this.page, ids)
    if (this.isLeading) this.serve(ids)
  }

  /** Begins anew, as when somebody else signed in. */
  restart(): void {
    if (!this.isLeading) return
    this.shut()
    this.tune()
  }

  /** Listens to what is wanted, and says again how the devices among it stand. */
  private serve(ids: readonly string[]): void {
    const before = this.source
    this.tune()
    if (this.source !== before) return
    for (const id of ids) {
      const status = this.statuses.get(id)
      if (status) this.pass(status)
    }
  }

  private look(): void {
    clearTimeout(this.parking)
    if (document.hidden) this.parking = setTimeout(() => this.leave(), PARKED_MS)
    else if (this.listeners.size > 0) this.join()
  }

  private join(): void {
    if (this.letGo) return
    if (!this.channel) {
      // Nobody to share with: a stream of its own.
      this.letGo = () => undefined
      return this.lead()
    }
    const asked = new AbortController()
    this.letGo = () => asked.abort()
    navigator.locks
      .request(
        LOCK,
        { signal: asked.signal },
        () =>
          new Promise<void>((over) => {
            this.letGo = over
            this.lead()
          }),
      )
      .catch(() => undefined)
    this.want(this.ids)
  }

  private leave(): void {
    this.isLeading = false
    this.shut()
    this.tell(false)
    this.channel?.postMessage({ kind: 'gone', page: this.page } satisfies Note)
    this.letGo?.()
    this.letGo = null
  }

  private lead(): void {
    this.isLeading = true
    this.wanted.clear()
    this.wanted.set(this.page, this.ids)
    this.channel?.postMessage({ kind: 'who' } satisfies Note)
    this.tune()
  }

  private take(note: Note): void {
    if (note.kind === 'event') return this.hear(note.event)
    if (note.kind === 'open') return this.tell(note.open)
    if (note.kind === 'who') {
      if (this.letGo) this.want(this.ids)
      return
    }
    if (!this.isLeading) return
    if (note.kind === 'gone') {
      this.wanted.delete(note.page)
      return this.tune()
    }
    const isNew = !this.wanted.has(note.page)
    this.wanted.set(note.page, note.ids)
    if (isNew) this.channel?.postMessage({ kind: 'open', open: this.isOpen } satisfies Note)
    this.serve(note.ids)
  }

  private tune(): void {
    const ids = [...new Set([...this.wanted.values()].flat())].sort()
    const url = `/api/live?ids=${ids.join(',')}`
    if (this.source?.url.endsWith(url)) return
    if (this.source) {
      // What is written until the next one stands is not told.
      this.spread(false)
      this.shut()
    }
    const source = new EventSource(url)
    this.source = source
    source.onopen = () => this.spread(true)
    source.onerror = () => {
      this.spread(false)
      // Refused for good, as while nobody is signed in.
      if (source.readyState === 2 && this.source === source)
        this.again = setTimeout(() => this.restart(), AGAIN_MS)
    }
    for (const name of NAMES)
      source.addEventListener(name, (event) => {
        const heard = { name, data: (event as MessageEvent<string>).data }
        if (name === 'status')
          this.statuses.set((JSON.parse(heard.data) as { device: string }).device, heard)
        this.pass(heard)
      })
  }

  private shut(): void {
    clearTimeout(this.again)
    this.source?.close()
    this.source = null
  }

  private pass(event: StreamEvent): void {
    this.channel?.postMessage({ kind: 'event', event } satisfies Note)
    this.hear(event)
  }

  private spread(open: boolean): void {
    this.channel?.postMessage({ kind: 'open', open } satisfies Note)
    this.tell(open)
  }

  private tell(open: boolean): void {
    this.isOpen = open
    for (const listener of this.listeners) listener.open(open)
  }

  private hear(event: StreamEvent): void {
    for (const listener of this.listeners) listener.event(event)
  }
}

/** The stream of this page. */
export const stream = new SharedStream()
