import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { mapCorners, perCorner } from '../../base/vehicle/index.ts'
import { closureMm } from '../../physics/pneumatics/index.ts'
import { closureSuspect, standCovarianceMm2 } from './closure.ts'
import type { Readings } from './readings.ts'
import { meanHeights } from './readings.ts'
import { GUARD_FACTOR } from './verdict.ts'

/** What lies between two rounds on one spot. */
export interface RoundComparison {
  /** Later mean minus earlier mean, mm. */
  readonly changeMm: PerCorner<number>
  /** Smallest change this tape can tell from none, mm. */
  readonly leastMm: PerCorner<number>
  /** How far the four changes fail to fit a plane, mm. */
  readonly closureMm: number
  /** A reading is wrong, the car hangs in its bushes, or it was not on the same spot. */
  readonly closureSuspect: boolean
}

/** One round of a comparison. */
export interface ComparedRound {
  /** At least one reading at each corner, mm. */
  readonly readings: Readings
  /** How far the car may have hung off its balance, mm: see `modelSigmaMm`. */
  readonly modelSigmaMm: number
}

/**
 * Holds one round against another.
 * @param repeatabilityMm standard deviation of one reading, mm.
 */
export function compareRounds(
  vehicle: VehicleGeometry,
  earlier: ComparedRound,
  later: ComparedRound,
  repeatabilityMm: number,
): RoundComparison {
  const [before, after] = [meanHeights(earlier.readings), meanHeights(later.readings)]
  const changeMm = perCorner((corner) => after[corner] - before[corner])
  const stands = [earlier, later].map(({ readings, modelSigmaMm }) => ({
    count: mapCorners(readings, (list) => list.length),
    modelSigmaMm,
  }))
  const tapeVariance = (corner: Corner): number =>
    stands.reduce((sum, { count }) => sum + repeatabilityMm ** 2 / count[corner], 0)
  return {
    changeMm,
    leastMm: perCorner((corner) => GUARD_FACTOR * Math.sqrt(tapeVariance(corner))),
    closureMm: closureMm(changeMm, vehicle),
    closureSuspect: closureSuspect({
      vehicle,
      changeMm,
      covarianceMm2: standCovarianceMm2(stands, repeatabilityMm),
    }),
  }
}
