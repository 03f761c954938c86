import type { Round, VehicleDetail } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { meansOf } from '../features/job/model/rounds.ts'

/** A vehicle with some rounds, and nothing else on record. */
export function detailOf(
  rounds: readonly Round[],
  change: Partial<VehicleDetail> = {},
): VehicleDetail {
  const { vehicle, vehicleType } = jobOf()
  return {
    vehicle,
    vehicleType,
    history: rounds.map((round) => ({ ...round, meanMm: meansOf(round) })),
    jobs: [],
    repairs: [],
    photos: [],
    charges: [],
    codeReadings: [],
    codeTexts: [],
    proof: [],
    pumpDays: [],
    odometer: [],
    ...change,
  }
}
