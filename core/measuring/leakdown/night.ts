import type { Readings } from '../heights/index.ts'

/** A round walked between the first and the last one of a watch; a corner nobody measured has an empty list. */
export interface RoundBetween {
  /** Hours after the first round. */
  readonly hour: number
  /** Temperature of the air in the springs then, degC. */
  readonly temperatureC: number
  readonly readings: Readings
}

/** One stretch of a night, from one round to the next, over which the temperature changes evenly. */
export interface Stretch {
  readonly durationS: number
  readonly fromC: number
  readonly toC: number
}

interface NightTimes {
  readonly startC: number
  readonly endC: number
  readonly hours: number
  readonly between: readonly RoundBetween[]
}

/** The stretches of a night in order; the rounds between must lie in order within it. */
export function stretchesOf({ startC, endC, hours, between }: NightTimes): Stretch[] {
  const ends = [
    ...between.map(({ hour, temperatureC }) => ({ hour, toC: temperatureC })),
    { hour: hours, toC: endC },
  ]
  return ends.map(({ hour, toC }, i) => ({
    durationS: 3600 * (hour - (ends[i - 1]?.hour ?? 0)),
    fromC: ends[i - 1]?.toC ?? startC,
    toC,
  }))
}

/** Coldest, middle and warmest temperature of a night: what flows are tabulated at. */
export function temperatureRange(stretches: readonly Stretch[]): readonly [number, number, number] {
  const all = stretches.flatMap(({ fromC, toC }) => [fromC, toC])
  const [coldest, warmest] = [Math.min(...all), Math.max(...all)]
  return [coldest, (coldest + warmest) / 2, warmest]
}

/** Steps for one stretch where a whole night takes `total`. */
export const stepsOf = ({ durationS }: Stretch, nightS: number, total: number): number =>
  Math.max(3, Math.ceil((total * durationS) / nightS))

/** Where the temperature stands between coldest (0) and warmest (1), at a share of a stretch. */
export function warmth(
  { fromC, toC }: Stretch,
  share: number,
  [coldest, , warmest]: readonly [number, number, number],
): number {
  return warmest > coldest ? (fromC + (toC - fromC) * share - coldest) / (warmest - coldest) : 0
}
