import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'

/** A place in the walk: which corner on which lap. */
export interface Stop {
  readonly corner: Corner
  readonly lap: number
}

/** As many laps as anybody walks. */
export const MOST_LAPS = 6

/**
 * The stops of so many laps: every other one goes the other way round, so that a slow sink shows
 * as a difference between them.
 */
export const stopsOf = (laps: number): Stop[] =>
  Array.from({ length: laps }, (_, i) => i + 1).flatMap((lap) =>
    (lap % 2 === 1 ? WALK : WALK.toReversed()).map((corner) => ({ corner, lap })),
  )

/** The eight stops of an ordinary round. */
export const STOPS: readonly Stop[] = stopsOf(2)

/** One reading as it was taken. */
export interface Taken extends Stop {
  readonly heightMm: number
  /** RFC 3339. */
  readonly at: string
}

const same = (a: Stop, b: Stop): boolean => a.corner === b.corner && a.lap === b.lap

/** The reading that counts at a stop: the last one taken there. */
export const readingAt = (readings: readonly Taken[], stop: Stop): Taken | undefined =>
  readings.findLast((taken) => same(taken, stop))

/** The stop to go to next; null once all laps are walked. */
export const nextStop = (readings: readonly Taken[], laps = 2): Stop | null =>
  stopsOf(laps).find((stop) => !readingAt(readings, stop)) ?? null

/** The last lap in which a corner was read; 1 where it was not. */
export const lastLap = (readings: readonly Taken[], corner: Corner): number =>
  Math.max(1, ...readings.filter((taken) => taken.corner === corner).map(({ lap }) => lap))

/** Adds a reading; a second one at the same stop replaces the first for this round. */
export const take = (readings: readonly Taken[], taken: Taken): Taken[] => [
  ...readings.filter((earlier) => !same(earlier, taken)),
  taken,
]

/** Whether every corner has been read at least once: enough to save. */
export const firstLapDone = (readings: readonly Taken[]): boolean =>
  WALK.every((corner) => readings.some((taken) => taken.corner === corner))
