import { buildRig, designPressureBarG } from '../pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type {
  Corner,
  GeometryRefusal,
  PerCorner,
  VehicleGeometry,
} from '../../base/vehicle/index.ts'
import { checkGeometry, CORNERS } from '../../base/vehicle/index.ts'
import type { FillRefusal } from './fillTime.ts'
import type { PumpRating } from './pump.ts'
import { pumpFlowLPerMin } from './pump.ts'

/** A car to be lifted by its pump alone. */
export interface LiftRequest extends PumpRating {
  readonly vehicle: VehicleGeometry
  /** How far each corner is lifted, mm, zero or more; left out: not at all. */
  readonly liftMm: Partial<PerCorner<number>>
  readonly temperatureC: number
}

/** What a lift takes. */
export interface LiftAnswer {
  /** Air that goes into the springs, bar-litre. */
  readonly airBarL: number
  readonly seconds: number
}

/** Why a lift cannot be reckoned. */
export type LiftRefusal =
  GeometryRefusal | FillRefusal | { readonly code: 'noAirSpring'; readonly corner: Corner }

/**
 * How much air a lift takes and how long the pump needs for it, corner after corner: the design
 * pressure held over the extra
 * volume, delivered against that pressure.
 */
export function liftTime({
  vehicle,
  liftMm,
  temperatureC,
  ...pump
}: LiftRequest): Result<LiftAnswer, LiftRefusal> {
  const checked = checkGeometry(vehicle)
  if (!checked.ok) return checked
  const rig = buildRig(vehicle)
  let [airBarL, seconds] = [0, 0]
  for (const [index, corner] of CORNERS.entries()) {
    const lift = liftMm[corner] ?? 0
    if (lift === 0) continue
    if (!rig.air[index]) return refuse({ code: 'noAirSpring', corner })
    const gaugeBar = designPressureBarG(rig, index)
    if (gaugeBar >= pump.stallBarG)
      return refuse({ code: 'pumpStalls', stallBarG: pump.stallBarG, neededBarG: gaugeBar })
    const extraL = rig.areaCm2[index]! * rig.motionRatio[index]! * lift * 1e-4
    const amount = (gaugeBar + P_ATM_BAR) * extraL * (T_REF_K / kelvin(temperatureC))
    airBarL += amount
    seconds += (60 * amount) / pumpFlowLPerMin(pump, gaugeBar)
  }
  return ok({ airBarL, seconds })
}
