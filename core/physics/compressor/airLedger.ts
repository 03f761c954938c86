import { buildRig, designPressureBarG, springVolumeL } from '../pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok } from '../../base/result/index.ts'
import { kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { GeometryRefusal, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { checkGeometry, perCorner } from '../../base/vehicle/index.ts'

/** A system whose air is counted. */
export interface LedgerRequest {
  readonly vehicle: VehicleGeometry
  /** 0: no reservoir. */
  readonly reservoirL: number
  readonly reservoirBarG: number
  readonly temperatureC: number
  /** Level it stands at before and after, mm over design height. */
  readonly levelOffsetMm: number
  /** What the reservoir should hold at 20 degC, bar gauge. */
  readonly targetReservoirBarG: number
  /** Bottle of dry gas at hand; null: none. */
  readonly bottle: { readonly volumeL: number; readonly barG: number } | null
}

/** An amount of air, both as physics counts it and as workshop tables do. */
export interface AirAmount {
  /** At the reference atmosphere, from absolute pressure, bar-litre. */
  readonly airBarL: number
  /** Gauge pressure times volume, without temperature. */
  readonly gaugeBarL: number
}

/** The air of a whole system and what is missing in it. */
export interface LedgerAnswer {
  readonly corners: PerCorner<AirAmount>
  readonly reservoir: AirAmount
  readonly totalBarL: number
  /** To be charged, bar-litre; negative: to be let out. */
  readonly topUpBarL: number
  /** Fills the bottle is good for; null where nothing is to be charged or there is no bottle. */
  readonly bottleFills: number | null
  /** What to charge to now, to have the target at 20 degC, bar gauge. */
  readonly regulatorBarG: number
}

/** Air that brings a volume from one gauge pressure to another, bar-litre; negative: to be let out. */
export const airBetween = (
  fromBarG: number,
  toBarG: number,
  volumeL: number,
  temperatureC: number,
): number => (toBarG - fromBarG) * volumeL * (T_REF_K / kelvin(temperatureC))

/** Counts the air in springs and reservoir, and what is missing against the pressure the reservoir should have. */
export function airLedger({
  vehicle,
  reservoirL,
  reservoirBarG,
  temperatureC,
  levelOffsetMm,
  targetReservoirBarG,
  bottle,
}: LedgerRequest): Result<LedgerAnswer, GeometryRefusal> {
  const checked = checkGeometry(vehicle)
  if (!checked.ok) return checked
  const rig = buildRig(vehicle)
  const warmth = T_REF_K / kelvin(temperatureC)
  const amount = (gaugeBar: number, volumeL: number): AirAmount => ({
    airBarL: (gaugeBar + P_ATM_BAR) * volumeL * warmth,
    gaugeBarL: gaugeBar * volumeL,
  })
  const none: AirAmount = { airBarL: 0, gaugeBarL: 0 }
  const corners = perCorner((_, index) =>
    rig.air[index]
      ? amount(designPressureBarG(rig, index), springVolumeL(rig, index, levelOffsetMm))
      : none,
  )
  const reservoir = reservoirL > 0 ? amount(reservoirBarG, reservoirL) : none
  // The target is a pressure at 20 degC: amounts are compared, never pressures at two temperatures.
  const topUpBarL =
    (targetReservoirBarG + P_ATM_BAR - (reservoirBarG + P_ATM_BAR) * warmth) * reservoirL
  const regulatorBarG = (targetReservoirBarG + P_ATM_BAR) / warmth - P_ATM_BAR
  return ok({
    corners,
    reservoir,
    totalBarL: Object.values(corners).reduce(
      (sum, { airBarL }) => sum + airBarL,
      reservoir.airBarL,
    ),
    topUpBarL,
    bottleFills:
      bottle && topUpBarL > 0
        ? (Math.max(0, bottle.barG - regulatorBarG) * bottle.volumeL * warmth) / topUpBarL
        : null,
    regulatorBarG,
  })
}
