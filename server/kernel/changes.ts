import type { Wire } from '../store/database.ts'

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

/** Tells open pages what was written, those of other processes on the same database too. */
export class Changes {
  private readonly listeners = new Set<Listener>()

  constructor(private readonly wire: Wire | null = null) {
    wire?.hear('changes', (words) => this.pass(JSON.parse(words) as Change))
  }

  tell(change: Change): void {
    this.pass(change)
    // Pages ask anew now and then all the same: what is not told here is late, not lost.
    this.wire?.tell('changes', JSON.stringify(change)).catch(() => undefined)
  }

  private pass(change: Change): void {
    for (const listener of this.listeners) listener(change)
  }

  /** Hears of everything written from now on. @returns what ends that. */
  listen(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
}
