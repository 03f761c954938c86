import { CORNERS } from '../../base/vehicle/index.ts'
import type { Readings } from './readings.ts'

/** Fewer repeats than this say less than the usual figure does. */
const LEAST_REPEATS = 24
/** No workshop tape is better, and one that is worse is used wrongly, mm. */
const BOUNDS_MM = { least: 0.4, most: 6 } as const

/** How well a shop repeats its readings. */
export interface LearnedRepeatability {
  /** Standard deviation of one reading, mm. */
  readonly repeatabilityMm: number
  /** Repeats behind it. */
  readonly repeats: number
}

/**
 * The shop's own repeatability, from rounds in which corners were read more than once: the pooled
 * spread about each corner's
 * mean. What a round sinks as a whole between its laps is no fault of the tape and is taken out
 * first.
 * @param rounds readings in the order they were taken.
 * @returns null while there are too few repeats to know better than the usual figure.
 */
export function learnRepeatability(rounds: readonly Readings[]): LearnedRepeatability | null {
  let [squares, repeats] = [0, 0]
  for (const round of rounds) {
    const pairs = CORNERS.filter((corner) => round[corner].length >= 2).map(
      (corner) => round[corner][1]! - round[corner][0]!,
    )
    if (pairs.length < 2) continue
    const common = pairs.reduce((sum, difference) => sum + difference, 0) / pairs.length
    squares += pairs.reduce((sum, difference) => sum + (difference - common) ** 2 / 2, 0)
    repeats += pairs.length - 1
  }
  if (repeats < LEAST_REPEATS) return null
  const sigma = Math.sqrt(squares / repeats)
  return { repeatabilityMm: Math.min(BOUNDS_MM.most, Math.max(BOUNDS_MM.least, sigma)), repeats }
}
