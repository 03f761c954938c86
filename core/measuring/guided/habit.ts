import type { Readings } from './readings.ts'
import { pointsOf } from './readings.ts'

/** What a pump did over a log. */
export interface PumpHabit {
  readonly starts: number
  readonly runS: number
  readonly longestS: number
  readonly startsPerDay: number
  readonly minutesPerDay: number
  /** Hottest it got, degC; null: not told. */
  readonly hottestC: number | null
  /**
   * Stops at or above its cut-out that were followed by a pause, as far as its temperature tells.
   */
  readonly heatStops: number
}

/** A gap in the log longer than this does not count as running, s. */
const GAP_S = 60

/**
 * Starts, minutes and heat stops of a pump.
 * @param runs 1 while it runs, 0 while it rests.
 * @param temperature of the pump, degC.
 * @param cutoutC where it is stopped.
 */
export function pumpHabit(
  runs: Readings,
  temperature: Readings | null,
  cutoutC: number,
): PumpHabit {
  const points = pointsOf(runs)
  let [starts, runS, longestS, sinceS, heatStops] = [0, 0, 0, 0, 0]
  const warmth = temperature ? pointsOf(temperature) : []
  const warmthAt = (atS: number): number =>
    warmth.findLast((point) => point.atS <= atS)?.value ?? Number.NEGATIVE_INFINITY
  points.forEach(({ atS, value }, i) => {
    const earlier = points[i - 1]
    const on = value >= 0.5
    const was = earlier !== undefined && earlier.value >= 0.5
    if (was && atS - earlier.atS <= GAP_S) {
      runS += atS - earlier.atS
      sinceS += atS - earlier.atS
      longestS = Math.max(longestS, sinceS)
    }
    if (on && !was) {
      starts += 1
      sinceS = 0
    }
    if (!on && was && warmthAt(atS) >= cutoutC - 2) heatStops += 1
  })
  const span = points.length > 1 ? points.at(-1)!.atS - points[0]!.atS : 0
  const perDay = span > 0 ? 86_400 / span : 0
  return {
    starts,
    runS,
    longestS,
    startsPerDay: starts * perDay,
    minutesPerDay: (runS / 60) * perDay,
    hottestC: warmth.reduce<number | null>(
      (hottest, { value }) => (hottest === null || value > hottest ? value : hottest),
      null,
    ),
    heatStops,
  }
}
