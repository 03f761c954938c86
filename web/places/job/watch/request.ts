import type { Job, Round, Watch } from '@anklet/contract'
import type { LeakdownRequest, PriorReason } from '@anklet/core/leakdown'
import { gasTemperatureSigmaK, modelSigmaMm, priorsFor } from '@anklet/core/leakdown'
import { completeGeometry } from '@anklet/core/vehicle'
import { readingsOf } from '../rounds.ts'

/** What a watch asks of the arithmetic, and why it starts from the weights it does. */
export interface WatchQuestion { readonly request: LeakdownRequest; readonly reasons: readonly PriorReason[] }

const HOUR_MS = 3_600_000

/**
 * A watch with both rounds as the question it puts to the arithmetic. The gas temperature is known as well as at the worse of
 * the two rounds; the air has had the whole night to soak by the morning.
 */
export function questionOf({ vehicleType, complaint }: Job, { minutesSinceRun }: Pick<Watch, 'minutesSinceRun'>, evening: Round, morning: Round): WatchQuestion {
  const hours = (Date.parse(morning.endedAt) - Date.parse(evening.endedAt)) / HOUR_MS
  const { weights, reasons } = priorsFor(vehicleType.architecture, { corners: complaint.where })
  const sigmas = [
    gasTemperatureSigmaK({ thermometer: evening.thermometer, minutesSinceRun }),
    gasTemperatureSigmaK({ thermometer: morning.thermometer, minutesSinceRun: minutesSinceRun === null ? hours * 60 : minutesSinceRun + hours * 60 }),
  ]
  const request: LeakdownRequest = {
    vehicle: completeGeometry(vehicleType.geometry), hours, startC: evening.temperatureC, endC: morning.temperatureC, temperatureSigmaK: Math.max(...sigmas),
    before: readingsOf(evening), after: readingsOf(morning), levelOffsetMm: evening.levelOffsetMm,
    modelSigmaMm: modelSigmaMm(evening.rolledAndBounced && morning.rolledAndBounced), priors: weights,
  }
  return { request, reasons }
}
