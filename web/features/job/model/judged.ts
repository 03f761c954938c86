import type { Job, Round, Specification } from '@anklet/contract'
import type { JudgedRound as Judged, Method } from '@anklet/core/measuring/heights'
import { guardMm, judgeRecorded } from '@anklet/core/measuring/heights'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLE_OF } from '@anklet/core/base/vehicle'
import type { StripBand } from '../../../kit/stripCorner.ts'

/** A round held against the specification of its level, without the readings that were doubted. */
export type JudgedRound = Judged<Specification>

/** The specification of a level by one way of measuring; null where none is on record. */
export const specificationAt = (
  { vehicleType }: Job,
  levelId: string,
  method: Method,
): Specification | null =>
  vehicleType.specifications.find((each) => each.levelId === levelId && each.method === method) ??
  null

/**
 * The band a corner may stand in, as the strip draws it.
 * @param guard what the tape cannot decide at each limit, mm.
 */
export function bandOf(specification: Specification, corner: Corner, guard: number): StripBand {
  const { nominalMm, minusMm, plusMm } = specification[AXLE_OF[corner]]
  return { leastMm: nominalMm - minusMm, mostMm: nominalMm + plusMm, guardMm: guard }
}

/** The same while the corner is still being read. */
export const bandWhileWalking = (
  specification: Specification,
  corner: Corner,
  readings: number,
  repeatabilityMm: number,
): StripBand => bandOf(specification, corner, guardMm(Math.max(1, readings), repeatabilityMm))

/**
 * Holds a round against what is on record for its level and way of measuring; null where nothing
 * is.
 */
export const judgedRound = (
  { vehicleType }: Job,
  round: Round,
  repeatabilityMm: number,
): JudgedRound | null => judgeRecorded(vehicleType.specifications, round, repeatabilityMm)
