import type { PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

/** What the four corners of a stiff body hang together by. */
export type Tracks = Pick<VehicleGeometry, 'trackFrontMm' | 'trackRearMm'>

/**
 * How much a millimetre at each corner adds to the closure, in the order FL FR RL RR; no unit.
 */
export function closureWeights({ trackFrontMm, trackRearMm }: Tracks): readonly number[] {
  const ratio = trackFrontMm / trackRearMm
  return [1, -1, -ratio, ratio]
}

/**
 * How far four changes of height fail to fit a plane, mm: zero for every motion of a rigid body on
 * stiff tyres.
 * @param changeMm change of each corner, mm.
 */
export function closureMm(changeMm: PerCorner<number>, vehicle: Tracks): number {
  const weights = closureWeights(vehicle)
  return CORNERS.reduce((sum, corner, i) => sum + weights[i]! * changeMm[corner], 0)
}
