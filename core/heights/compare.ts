import type { PerCorner, VehicleGeometry } from '../vehicle/index.ts'
import { mapCorners, perCorner } from '../vehicle/index.ts'
import { closureMm, closureSuspect } from './closure.ts'
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
  /** One of the readings must be wrong, or the car was not on the same spot. */
  readonly closureSuspect: boolean
}

/**
 * Holds one round against another.
 * @param earlier, later at least one reading at each corner, mm.
 * @param repeatabilityMm standard deviation of one reading, mm.
 */
export function compareRounds(
  vehicle: VehicleGeometry,
  earlier: Readings,
  later: Readings,
  repeatabilityMm: number,
): RoundComparison {
  const [before, after] = [meanHeights(earlier), meanHeights(later)]
  const changeMm = perCorner((corner) => after[corner] - before[corner])
  const [countBefore, countAfter] = [
    mapCorners(earlier, (list) => list.length),
    mapCorners(later, (list) => list.length),
  ]
  return {
    changeMm,
    leastMm: perCorner(
      (corner) =>
        GUARD_FACTOR *
        repeatabilityMm *
        Math.sqrt(1 / countBefore[corner] + 1 / countAfter[corner]),
    ),
    closureMm: closureMm(changeMm, vehicle),
    closureSuspect: closureSuspect({ vehicle, changeMm, countBefore, countAfter, repeatabilityMm }),
  }
}
