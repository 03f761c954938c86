import { fitLine, sumOf } from '../../base/numbers/index.ts'

/** A height at one time: ms since 1970, mm over what it should be, cold and load taken out. */
export interface DriftPoint {
  readonly atMs: number
  readonly offMm: number
}

/** How a corner sinks over the months. */
export interface Drift {
  /** mm for each month of 30.4 days; negative: it sinks. */
  readonly perMonthMm: number
  /** Half of the interval that holds the true slope nine times of ten, mm a month. */
  readonly halfMm: number
  /** Mean of the line at the last round, mm over design. */
  readonly nowMm: number
  readonly rounds: number
  /**
   * When the line reaches a limit, ms since 1970: soonest, likely and latest (null: never, as far
   * as it can tell). Null: it does not sink for certain.
   */
  readonly reaches: {
    readonly soonestMs: number
    readonly likelyMs: number
    readonly latestMs: number | null
  } | null
}

const MONTH_MS = 30.4 * 86_400_000
const LEAST_ROUNDS = 4
const LEAST_SPAN_MS = 45 * 86_400_000
/** A slope flatter than this is nothing anybody acts on, mm a month. */
const LEAST_SLOPE_MM = 0.5
/** Nobody can say what is further away than this. */
const FURTHEST_MS = 3 * 365 * 86_400_000

/** Student's t, two-sided 90 %, by degrees of freedom from 1; beyond the table the normal value. */
const T_90 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761,
  1.753, 1.746, 1.74, 1.734, 1.729, 1.725, 1.721, 1.717, 1.714, 1.711, 1.708, 1.706, 1.703, 1.701,
  1.699, 1.697,
] as const
const tOf = (freedom: number): number => T_90[freedom - 1] ?? 1.66

/**
 * A straight line through a corner's heights over the months, by least squares, with what it
 * cannot tell.
 * @param limitMm height over design under which the corner is out of its specification, mm
 * @returns null for fewer than four rounds, or less than a month and a half: that is no trend.
 */
export function driftOf(points: readonly DriftPoint[], limitMm: number): Drift | null {
  const times = points.map(({ atMs }) => atMs)
  const [first, last] = [Math.min(...times), Math.max(...times)]
  if (points.length < LEAST_ROUNDS || last - first < LEAST_SPAN_MS) return null
  // In months after the first round: dates are too large to be squared as they are.
  const line = fitLine(
    times.map((atMs) => (atMs - first) / MONTH_MS),
    points.map(({ offMm }) => offMm),
  )
  if (!line) return null
  const { slope, sxx } = line
  const left = sumOf(line.residuals.map((mm) => mm ** 2))
  const halfMm = tOf(points.length - 2) * Math.sqrt(left / (points.length - 2) / sxx)
  const nowMm = line.meanY + slope * ((last - first) / MONTH_MS - line.meanX)
  const reach = (perMonth: number): number | null => {
    const at = last + ((limitMm - nowMm) / perMonth) * MONTH_MS
    return perMonth < 0 && at - last < FURTHEST_MS ? Math.max(last, at) : null
  }
  const certain = slope + halfMm < 0 && slope < -LEAST_SLOPE_MM
  const likelyMs = certain ? reach(slope) : null
  const soonestMs = likelyMs === null ? null : reach(slope - halfMm)
  return {
    perMonthMm: slope,
    halfMm,
    nowMm,
    rounds: points.length,
    reaches:
      likelyMs === null || soonestMs === null
        ? null
        : { soonestMs, likelyMs, latestMs: reach(slope + halfMm) },
  }
}
