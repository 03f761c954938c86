import { setTimeout } from 'node:timers/promises'
import type { Pace } from '../../store/tables.ts'

/** Work goes on for so long before it rests, ms. */
const SPELL_MS = 20

/** What time it is, ms, and how it passes. */
interface Clock {
  now(): number
  rest(ms: number): Promise<unknown>
}
const REAL: Clock = { now: () => performance.now(), rest: (ms) => setTimeout(ms) }

/** Does not wait: somebody else does. */
export const atFullSpeed: Pace = () => Promise.resolve()

/**
 * Rests as long as was worked, again and again, so that a long work takes half of one processor at
 * most: others may have a share of a machine only, and what is taken at low priority is gone too.
 */
export function unhurried(clock: Clock = REAL): Pace {
  let since = clock.now()
  return async () => {
    const workedMs = clock.now() - since
    if (workedMs < SPELL_MS) return
    await clock.rest(workedMs)
    since = clock.now()
  }
}
