import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { kelvin, T_REF_K } from '../../base/units/index.ts'
import type { PumpRating } from './pump.ts'

/** A fixed volume to be filled by a pump. */
export interface FillRequest extends PumpRating {
  readonly volumeL: number
  readonly fromBarG: number
  readonly toBarG: number
  /** Temperature of the air in it, degC; it stays there. */
  readonly temperatureC: number
}

/** A pressure the pump never gets to. */
export type FillRefusal = {
  readonly code: 'pumpStalls'
  readonly stallBarG: number
  readonly neededBarG: number
}

/**
 * How long a pump takes to bring a fixed volume from one pressure to another, s, at one
 * temperature: its flow falls in a straight
 * line with the pressure, so the pressure creeps up to stall exponentially.
 * @returns 0 where it is there already.
 */
export function fillTime({
  volumeL,
  fromBarG,
  toBarG,
  freeFlowLPerMin,
  stallBarG,
  temperatureC,
}: FillRequest): Result<{ readonly seconds: number }, FillRefusal> {
  if (toBarG <= fromBarG) return ok({ seconds: 0 })
  if (toBarG >= stallBarG) return refuse({ code: 'pumpStalls', stallBarG, neededBarG: toBarG })
  const litresPerBar = volumeL * (T_REF_K / kelvin(temperatureC))
  return ok({
    seconds:
      (60 * litresPerBar * stallBarG * Math.log((stallBarG - fromBarG) / (stallBarG - toBarG))) /
      freeFlowLPerMin,
  })
}
