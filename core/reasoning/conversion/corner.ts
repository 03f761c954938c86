import { designPressureOf } from '../../physics/pneumatics/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { hasAir } from '../../base/vehicle/index.ts'
import type { ConvertedCorner } from './candidates.ts'

/**
 * Polytropic exponent of the air in a spring. Pressed together slowly, the air keeps the
 * temperature around it (1); in the movements of driving there is no time for that, and it warms.
 */
export const EXPONENT = { slow: 1, driving: 1.38 } as const

/**
 * Small-motion rate of an air spring at the wheel, N/mm: `m^2 n p A^2 / V`, with the absolute
 * pressure at design height.
 * @returns null without an air spring
 */
export function airRateNPerMm(
  vehicle: VehicleGeometry,
  corner: Corner,
  exponent: number = EXPONENT.driving,
): number | null {
  const { motionRatio, effectiveAreaCm2, volumeAtDesignL } = vehicle.corners[corner]
  if (!hasAir(vehicle.corners[corner])) return null
  const pascal = (designPressureOf(vehicle, corner) + P_ATM_BAR) * 1e5
  return (
    ((motionRatio ** 2 * pascal * (effectiveAreaCm2 * 1e-4) ** 2) /
      (volumeAtDesignL * 1e-3) /
      1000) *
    exponent
  )
}

/**
 * A corner of a vehicle as it would stand on a coil, held against the air it stands on now, with
 * the coil that helps it where there is one.
 * @param installedLengthMm of the spring at design height, mm.
 * @param addedN at the wheel when laden, N
 */
export function convertedCorner(
  vehicle: VehicleGeometry,
  corner: Corner,
  installedLengthMm: number,
  addedN: number,
): ConvertedCorner {
  const { designLoadN, motionRatio, designHeightMm, bumpHeightMm, droopHeightMm, coilRateNPerMm } =
    vehicle.corners[corner]
  const air = airRateNPerMm(vehicle, corner)
  return {
    loadN: designLoadN,
    ladenLoadN: designLoadN + addedN,
    motionRatio,
    installedLengthMm,
    bumpTravelMm: designHeightMm - bumpHeightMm,
    droopTravelMm: droopHeightMm - designHeightMm,
    ...(air === null ? {} : { airRateNPerMm: air + coilRateNPerMm }),
  }
}
