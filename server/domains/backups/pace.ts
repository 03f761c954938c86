import { setTimeout } from 'node:timers/promises'
import type { Pace } from '../../store/tables.ts'

/** Work goes on for so long before it rests, ms. */
const SPELL_MS = 20

/** How much this process has worked, and how it rests, ms. */
interface Clock {
  workedMs(): number
  rest(ms: number): Promise<unknown>
}
// Processor time, not the clock on the wall: what waits for a busy machine is not working.
const REAL: Clock = {
  workedMs: () => {
    const { user, system } = process.cpuUsage()
    return (user + system) / 1000
  },
  rest: (ms) => setTimeout(ms),
}

/**
 * Rests as long as was worked, again and again, so that a long work takes half of one processor at
 * most: others may have a share of a machine only, and what is taken at low priority is gone too.
 */
export function unhurried(clock: Clock = REAL): Pace {
  let rested = clock.workedMs()
  return async () => {
    const worked = clock.workedMs() - rested
    if (worked < SPELL_MS) return
    await clock.rest(worked)
    rested = clock.workedMs()
  }
}
