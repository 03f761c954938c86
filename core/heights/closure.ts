import type { PerCorner, VehicleGeometry } from '../vehicle/index.ts'
import { AXLE_OF, CORNERS } from '../vehicle/index.ts'

type Tracks = Pick<VehicleGeometry, 'trackFrontMm' | 'trackRearMm'>

/** Room for tyres that give as one corner warps the car, mm. */
export const TYRE_ALLOWANCE_MM = 2

/** What the closure check needs besides the changes. */
export interface ClosureRequest {
  readonly vehicle: Tracks
  /** Change of each corner between two rounds, mm. */
  readonly changeMm: PerCorner<number>
  readonly countBefore: PerCorner<number>
  readonly countAfter: PerCorner<number>
  /** Standard deviation of one reading, mm. */
  readonly repeatabilityMm: number
  /** Closure of what is believed to have happened, mm; default 0. */
  readonly expectedMm?: number
  /** Room for the tyres, mm; default `TYRE_ALLOWANCE_MM`. */
  readonly allowanceMm?: number
}

/**
 * How far four changes of height fail to fit a plane, mm: zero for every motion of a rigid body on stiff tyres.
 * @param changeMm change of each corner, mm.
 */
export function closureMm(
  changeMm: PerCorner<number>,
  { trackFrontMm, trackRearMm }: Tracks,
): number {
  return changeMm.FL - changeMm.FR - (trackFrontMm / trackRearMm) * (changeMm.RL - changeMm.RR)
}

/**
 * Standard uncertainty of a closure from the tape alone, mm.
 * @returns Infinity where a corner has no reading.
 */
export function closureUncertaintyMm({
  vehicle,
  countBefore,
  countAfter,
  repeatabilityMm,
}: ClosureRequest): number {
  const ratio = vehicle.trackFrontMm / vehicle.trackRearMm
  const variance = CORNERS.reduce((sum, corner) => {
    const weight = AXLE_OF[corner] === 'front' ? 1 : ratio
    return sum + weight ** 2 * (1 / countBefore[corner] + 1 / countAfter[corner])
  }, 0)
  return repeatabilityMm * Math.sqrt(variance)
}

/** Whether the changes cannot all be right: one of the eight readings must be wrong. */
export function closureSuspect(request: ClosureRequest): boolean {
  const off = Math.abs(closureMm(request.changeMm, request.vehicle) - (request.expectedMm ?? 0))
  return off > 2 * closureUncertaintyMm(request) + (request.allowanceMm ?? TYRE_ALLOWANCE_MM)
}
