import { existsSync, readdirSync } from 'node:fs'
import { constants, setPriority } from 'node:os'

/** This process's threads, where the system tells of them. */
const THREADS = '/proc/self/task'

/**
 * Puts this process behind everything else the machine has to do. Linux gives each thread a priority
 * of its own, so that those that compile and tidy memory, which stand since the start, are told too;
 * threads that begin later take over that of whoever begins them.
 */
export function stepBehind(): void {
  const threads = existsSync(THREADS) ? readdirSync(THREADS).map(Number) : [process.pid]
  for (const thread of threads)
    try {
      setPriority(thread, constants.priority.PRIORITY_LOW)
    } catch {
      // It has ended since it was listed.
    }
}
