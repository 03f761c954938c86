import type { Tracks } from '../../physics/pneumatics/index.ts'
import { closureMm, closureWeights } from '../../physics/pneumatics/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

/** Room for tyres that give as one corner warps the car, mm. */
export const TYRE_ALLOWANCE_MM = 2

/**
 * How far bushes, seals and dampers may hold a parked car off its balance, mm (one standard deviation
 * of a change between two stands): 2 once it was rolled and each corner bounced, else 3.
 */
export const modelSigmaMm = (rolledAndBounced: boolean): number => (rolledAndBounced ? 2 : 3)

/** One side of a comparison: a round of readings, or figures on paper. */
export interface Stand {
  /** Readings behind each corner's mean; Infinity: a figure on paper. */
  readonly count: PerCorner<number>
  /** How far the parked car may hang off its balance, mm; 0: a figure on paper. */
  readonly modelSigmaMm: number
}

/** What the closure check needs besides the changes. */
export interface ClosureRequest {
  readonly vehicle: Tracks
  /** Change of each corner between two rounds, mm. */
  readonly changeMm: PerCorner<number>
  /** Covariance of the four changes in the order FL FR RL RR, mm2, row by row. */
  readonly covarianceMm2: ArrayLike<number>
  /** Closure of what is believed to have happened, mm; default 0. */
  readonly expectedMm?: number
  /** Room for the tyres, mm; default `TYRE_ALLOWANCE_MM`. */
  readonly allowanceMm?: number
}

/**
 * Covariance of the changes between two stands before anything is believed of them, mm2, row by row:
 * tape and bushes, `repeatability^2 / n + modelSigma^2 / 2` for each stand.
 * @param repeatabilityMm standard deviation of one reading, mm.
 */
export function standCovarianceMm2(
  stands: readonly Stand[],
  repeatabilityMm: number,
): Float64Array {
  const covariance = new Float64Array(CORNERS.length ** 2)
  for (const [i, corner] of CORNERS.entries())
    for (const { count, modelSigmaMm: sigma } of stands)
      covariance[(CORNERS.length + 1) * i]! += repeatabilityMm ** 2 / count[corner] + sigma ** 2 / 2
  return covariance
}

/**
 * Standard uncertainty of a closure, mm: `sqrt(k' S k)`, with the weights k and the covariance S.
 * @returns Infinity where a corner has no reading.
 */
export function closureUncertaintyMm(vehicle: Tracks, covarianceMm2: ArrayLike<number>): number {
  const weights = closureWeights(vehicle)
  const variance = weights.reduce(
    (sum, a, i) =>
      weights.reduce((row, b, j) => row + a * b * covarianceMm2[weights.length * i + j]!, sum),
    0,
  )
  return Math.sqrt(Math.max(0, variance))
}

/** How far the closure may lie from what is expected before it is doubted, mm. */
export const closureRoomMm = ({
  vehicle,
  covarianceMm2,
  allowanceMm = TYRE_ALLOWANCE_MM,
}: ClosureRequest): number => 2 * closureUncertaintyMm(vehicle, covarianceMm2) + allowanceMm

/** Whether the changes twist the body: a reading is wrong, or the car hangs in its bushes. */
export function closureSuspect(request: ClosureRequest): boolean {
  const offMm = closureMm(request.changeMm, request.vehicle) - (request.expectedMm ?? 0)
  return Math.abs(offMm) > closureRoomMm(request)
}
