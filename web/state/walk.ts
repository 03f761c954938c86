import type { Corner } from '@anklet/core/vehicle'
import { WALK } from '@anklet/core/vehicle'

/** A place in the walk: which corner on which lap. */
export interface Stop { readonly corner: Corner; readonly lap: 1 | 2 }

/** The eight stops: once around, then back the other way, so that a slow sink shows as a difference between the laps. */
export const STOPS: readonly Stop[] = [
  ...WALK.map((corner) => ({ corner, lap: 1 as const })),
  ...WALK.toReversed().map((corner) => ({ corner, lap: 2 as const })),
]

/** One reading as it was taken. */
export interface Taken extends Stop {
  readonly heightMm: number
  /** RFC 3339. */
  readonly at: string
}

const same = (a: Stop, b: Stop): boolean => a.corner === b.corner && a.lap === b.lap

/** The reading that counts at a stop: the last one taken there. */
export const readingAt = (readings: readonly Taken[], stop: Stop): Taken | undefined => readings.findLast((taken) => same(taken, stop))

/** The stop to go to next; null once both laps are walked. */
export const nextStop = (readings: readonly Taken[]): Stop | null => STOPS.find((stop) => !readingAt(readings, stop)) ?? null

/** Adds a reading; a second one at the same stop replaces the first for this round. */
export const take = (readings: readonly Taken[], taken: Taken): Taken[] => [...readings.filter((earlier) => !same(earlier, taken)), taken]

/** Whether every corner has been read at least once: enough to save. */
export const firstLapDone = (readings: readonly Taken[]): boolean => WALK.every((corner) => readings.some((taken) => taken.corner === corner))
