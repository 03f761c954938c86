import type { Readings } from './readings.ts'
import { pointsOf } from './readings.ts'
import { WEAK_BELOW } from './judgePump.ts'

/** A stretch in which a height rose. */
export interface Lift {
  readonly fromS: number
  readonly toS: number
  readonly fromMm: number
  readonly toMm: number
}

/** Rises smaller than this are levelling, not lifting, mm. */
const LEAST_LIFT_MM = 8
/** A rise that rests longer than this is over, s. */
const REST_S = 15
const STILL_MM = 0.4
const STILL_S = 2

/** The lifts in a height over time, in order. */
export function findLifts(height: Readings): Lift[] {
  const points = pointsOf(height)
  const lifts: Lift[] = []
  let [low, top] = [points[0], points[0]]
  const close = (): void => {
    if (low && top && top.value - low.value >= LEAST_LIFT_MM)
      lifts.push({ fromS: low.atS, toS: top.atS, fromMm: low.value, toMm: top.value })
  }
  for (const point of points) {
    if (!low || !top) continue
    if (point.value > top.value + STILL_MM) top = point
    else if (point.atS - top.atS > REST_S || point.value < top.value - LEAST_LIFT_MM / 2) {
      close()
      low = point
      top = point
    }
    // A lift begins where the body last stood still.
    if (
      point.value < low.value ||
      (top.value - low.value < STILL_MM &&
        point.value <= low.value + STILL_MM &&
        point.atS - low.atS > STILL_S)
    ) {
      low = point
      top = point
    }
  }
  close()
  return lifts
}

/** How long a lift took against how long it should, and what that speaks for. */
export type LiftVerdict = {
  readonly share: number
  readonly verdict: 'good' | 'weakPump' | 'leakWhileLifting' | 'pumpOrLeak'
}

/**
 * Holds a lift against what a good pump needs. Below 80 % of the flow the pump is weak; a pump
 * shown to bring its flow and a slow lift mean air that
 * gets out while it lifts.
 * @param pumpShare what the dead-ended pump test said; null: not done.
 */
export function judgeLift(
  expectedS: number,
  measuredS: number,
  pumpShare: number | null,
): LiftVerdict {
  const share = expectedS / measuredS
  if (share >= WEAK_BELOW) return { share, verdict: 'good' }
  if (pumpShare === null) return { share, verdict: 'pumpOrLeak' }
  return {
    share,
    verdict:
      share < WEAK_BELOW * Math.min(1, pumpShare)
        ? 'leakWhileLifting'
        : pumpShare < WEAK_BELOW
          ? 'weakPump'
          : 'leakWhileLifting',
  }
}
