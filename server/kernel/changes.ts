/** That something was written: enough for a page to know what to ask anew. */
export interface Change {
  /** A command's name, or what brought many records at once. */
  readonly type: string
  /** Whose job it was; null: of no job. */
  readonly jobId: string | null
  /** The device it came from: its own pages know already. */
  readonly device: string
}

type Listener = (change: Change) => void

/** Tells open pages what was written. */
export class Changes {
  private readonly listeners = new Set<Listener>()

  tell(change: Change): void {
    for (const listener of this.listeners) listener(change)
  }

  /** Hears of everything written from now on. @returns what ends that. */
  listen(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
}
