import { kelvin, P_ATM_BAR } from '../../base/units/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir } from '../../base/vehicle/index.ts'
import { designPressureBarG } from './designAir.ts'
import { leakFlowLPerS } from './flow.ts'
import type { Rig } from './rig.ts'
import { buildRig } from './rig.ts'

/**
 * What a leak of unit conductance at a corner with air loses at its design pressure, bar-litre per
 * hour and L/(s.bar); it grows evenly with the conductance.
 * @param temperatureC of the air, degC.
 */
export const ratePerConductance = (rig: Rig, corner: Corner, temperatureC: number): number =>
  3600 *
  leakFlowLPerS(
    1,
    designPressureBarG(rig, CORNERS.indexOf(corner)) + P_ATM_BAR,
    kelvin(temperatureC),
  )

/**
 * Sonic conductance of a leak that loses so much at design pressure.
 * @param leakBarLPerH zero or more, bar-litre per hour. @param temperatureC of the air, degC.
 * @returns L/(s.bar); null at a corner without air.
 */
export function conductanceOfRate(
  vehicle: VehicleGeometry,
  corner: Corner,
  leakBarLPerH: number,
  temperatureC: number,
): number | null {
  if (!hasAir(vehicle.corners[corner])) return null
  return leakBarLPerH / ratePerConductance(buildRig(vehicle), corner, temperatureC)
}
