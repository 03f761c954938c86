import { create } from 'zustand'

/** Put back by more than this the wall clock was set, and runs on as it did before, ms. */
const BACK_MS = 2000
/** Forward by more than this it was set, or the device slept: nobody can tell which, ms. */
const FORWARD_MS = 60_000

/**
 * A clock that runs on when somebody sets the wall clock.
 * @param wall the wall’s, ms since 1970.
 * @param beat one that only ever runs on, ms
 */
export class SteadyClock {
  private offset = 0
  private last: { readonly wall: number; readonly beat: number }
  /** Leaps forward that are not counted, ms: set, or slept. */
  leapt = 0

  constructor(
    private readonly wall: () => number,
    private readonly beat: () => number,
  ) {
    this.last = { wall: wall(), beat: beat() }
  }

  /** The present, ms since 1970. */
  now(): number {
    const [wall, beat] = [this.wall(), this.beat()]
    const drift = wall - this.last.wall - (beat - this.last.beat)
    this.last = { wall, beat }
    if (drift < -BACK_MS) this.offset -= drift
    if (drift > FORWARD_MS) {
      // A timer that rings late costs minutes; one that rings early opens a line too soon.
      this.offset -= drift
      this.leapt += drift
    }
    return wall + this.offset
  }

  /** The device slept: the leaps count after all. */
  count(): void {
    this.offset += this.leapt
    this.leapt = 0
  }

  /** The clock was set: the leaps stay out. */
  forget(): void {
    this.leapt = 0
  }
}

const clock = new SteadyClock(
  () => Date.now(),
  () => performance.now(),
)

/** The present by this page’s own clock, ms since 1970. */
export const steadyNow = (): number => clock.now()

/** Whether the clock leapt and nobody has said yet what it was. */
export const useLeap = create<{
  readonly leaptMs: number
  look(): void
  settle(slept: boolean): void
}>()((set) => ({
  leaptMs: 0,
  look: () => {
    clock.now()
    set((before) => (before.leaptMs === clock.leapt ? before : { ...before, leaptMs: clock.leapt }))
  },
  settle: (slept) => {
    if (slept) clock.count()
    else clock.forget()
    set({ leaptMs: 0 })
  },
}))
