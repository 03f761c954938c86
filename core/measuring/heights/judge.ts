import type { Axle, PerCorner } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLE_OF, perCorner } from '../../base/vehicle/index.ts'
import type { Readings } from './readings.ts'
import { meanHeights } from './readings.ts'
import type { VerdictAnswer } from './verdict.ts'
import { GUARD_FACTOR, heightVerdict } from './verdict.ts'

/** What one axle may stand at, mm. */
export interface AxleSpecification {
  readonly nominalMm: number
  readonly minusMm: number
  readonly plusMm: number
  /** Largest difference between left and right; null: none is stated. */
  readonly leftRightMm: number | null
}

/** What a vehicle type may stand at on one level, by one way of measuring. */
export type AxleSpecifications = Readonly<Record<Axle, AxleSpecification>>

/** A difference against its limit, as far as this tape can tell. */
export interface DifferenceVerdict {
  /** Left minus right, mm. */
  readonly differenceMm: number
  readonly limitMm: number
  readonly verdict: 'in' | 'over' | 'undecided'
}

/** A round held against a specification. */
export interface RoundVerdict {
  readonly corners: PerCorner<VerdictAnswer>
  /** Left against right per axle; null where no limit is stated. */
  readonly leftRight: Readonly<Record<Axle, DifferenceVerdict | null>>
  /** How much higher the nose stands against the tail than it should, mm. */
  readonly noseHighMm: number
  /** Mean of left and right, mm: all that a single sensor on an axle can see. */
  readonly axleMeanMm: Readonly<Record<Axle, number>>
}

function leftRight(
  axle: Axle,
  readings: Readings,
  means: PerCorner<number>,
  limitMm: number | null,
  repeatabilityMm: number,
): DifferenceVerdict | null {
  if (limitMm === null) return null
  const [left, right] = AXLE_CORNERS[axle]
  const differenceMm = means[left] - means[right]
  // What tape and floor have in common cancels in a difference: only the repeating counts.
  const guardMm =
    GUARD_FACTOR *
    repeatabilityMm *
    Math.sqrt(1 / readings[left].length + 1 / readings[right].length)
  const size = Math.abs(differenceMm)
  return {
    differenceMm,
    limitMm,
    verdict: size + guardMm <= limitMm ? 'in' : size - guardMm > limitMm ? 'over' : 'undecided',
  }
}

/**
 * Holds a round against a specification: each corner, left against right, nose against tail.
 * @param readings at least one at each corner, mm.
 * @param repeatabilityMm standard deviation of one reading, mm.
 */
export function judgeRound(
  readings: Readings,
  specification: AxleSpecifications,
  repeatabilityMm: number,
): RoundVerdict {
  const means = meanHeights(readings)
  const corners = perCorner((corner) =>
    heightVerdict({
      readingsMm: readings[corner],
      ...specification[AXLE_OF[corner]],
      repeatabilityMm,
    }),
  )
  const mean = (axle: Axle, of: PerCorner<number>): number =>
    (of[AXLE_CORNERS[axle][0]] + of[AXLE_CORNERS[axle][1]]) / 2
  const off = perCorner((corner) => corners[corner].deviationMm)
  return {
    corners,
    leftRight: {
      front: leftRight('front', readings, means, specification.front.leftRightMm, repeatabilityMm),
      rear: leftRight('rear', readings, means, specification.rear.leftRightMm, repeatabilityMm),
    },
    noseHighMm: mean('front', off) - mean('rear', off),
    axleMeanMm: { front: mean('front', means), rear: mean('rear', means) },
  }
}
