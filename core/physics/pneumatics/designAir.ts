import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { AREA_PRESSURE_TO_N } from './constants.ts'
import { mechanicalForceN } from './cornerForce.ts'
import type { Rig } from './rig.ts'
import { buildRig, springVolumeL } from './rig.ts'

/**
 * Gauge pressure a spring needs to carry the design load at a travel from design height, bar.
 * Negative: it would have to pull.
 * @param index corner with air, 0..3 in the order FL FR RL RR.
 * @param offsetMm travel over design height, mm.
 */
export function designPressureBarG(rig: Rig, index: number, offsetMm = 0): number {
  const shareN = rig.designLoadN[index]! - mechanicalForceN(rig, index, offsetMm)
  return shareN / (rig.motionRatio[index]! * rig.areaCm2[index]! * AREA_PRESSURE_TO_N)
}

/** The same for one corner of a vehicle at design height; meaningless at a corner without air. */
export const designPressureOf = (vehicle: VehicleGeometry, corner: Corner): number =>
  designPressureBarG(buildRig(vehicle), CORNERS.indexOf(corner))

/**
 * Amounts of air, bar-litre ANR, with which every air spring carries its design load at the same
 * travel from design height.
 * @param temperatureK temperature of the air, K.
 * @param offsetMm travel over design height, mm (the level a watch starts from).
 * @returns four amounts, 0 at corners without air; refuses where a spring would have to pull.
 */
export function airAtOffset(
  rig: Rig,
  temperatureK: number,
  offsetMm = 0,
): Result<Float64Array, { code: 'springWouldPull'; corner: Corner; surplusN: number }> {
  const amounts = new Float64Array(4)
  for (const [index, corner] of CORNERS.entries()) {
    if (!rig.air[index]) continue
    const gaugeBar = designPressureBarG(rig, index, offsetMm)
    if (gaugeBar < 0) {
      return refuse({
        code: 'springWouldPull',
        corner,
        surplusN: -gaugeBar * rig.motionRatio[index]! * rig.areaCm2[index]! * AREA_PRESSURE_TO_N,
      })
    }
    amounts[index] =
      ((gaugeBar + P_ATM_BAR) * springVolumeL(rig, index, offsetMm) * T_REF_K) / temperatureK
  }
  return ok(amounts)
}
