import type { Job, Round, Watch } from '@anklet/contract'
import type { ForecastRequest } from '@anklet/core/measuring/leakdown'
import { conductanceOfRate } from '@anklet/core/physics/pneumatics'
import { forecastChange } from '@anklet/core/measuring/leakdown'
import type { Corner, PerCorner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { CORNERS, hasAir, WALK } from '@anklet/core/base/vehicle'
import { knownVehicle } from '../job/model/knownVehicle.ts'
import { meansOf } from '../job/model/rounds.ts'

/** Where the suspected corner will stand in the morning, mm. */
export interface Suspicion {
  readonly corner: Corner
  readonly coldMm: number
  readonly leaks: readonly { readonly leakBarLPerH: number; readonly mm: number }[]
}

/** A pin prick, a crack that bubbles slowly, a leak one can hear close by: one of each. */
const SIZES_BAR_L_PER_H = [0.1, 0.5, 2] as const

/**
 * How far each corner moves from an evening round on, up to a temperature, mm.
 * @returns null where the vehicle's figures allow no forecast.
 */
function movesMm(
  vehicle: VehicleGeometry,
  { temperatureC: startC, levelOffsetMm }: Pick<Round, 'temperatureC' | 'levelOffsetMm'>,
  { hours, endC, leaks }: Pick<ForecastRequest, 'hours' | 'endC' | 'leaks'>,
): PerCorner<number> | null {
  return forecastChange({ vehicle, startC, endC, hours, leaks, levelOffsetMm })
}

/**
 * The morning if the suspicion is right, for leaks of a few sizes, against the cold alone.
 * @param nightC temperature expected in the morning, degC.
 * @returns null where the vehicle allows no forecast.
 */
export function suspicionOf(
  job: Job,
  watch: Watch,
  evening: Round,
  nightC: number,
): Suspicion | null {
  const { vehicle } = knownVehicle(job)
  const withAir = (corner: Corner): boolean => hasAir(vehicle.corners[corner])
  const corner = job.complaint.where.find(withAir) ?? WALK.find(withAir)
  if (!corner) return null
  const hours = (Date.parse(watch.plannedEndAt) - Date.parse(evening.endedAt)) / 3_600_000
  const meanC = (evening.temperatureC + nightC) / 2
  const started = meansOf(evening)[corner]
  const morningWith = (leakBarLPerH: number): number | null => {
    const conductance = conductanceOfRate(vehicle, corner, leakBarLPerH, meanC) ?? 0
    const leaks = { [corner]: conductance }
    const moves = movesMm(vehicle, evening, { hours, endC: nightC, leaks })
    return moves && started + moves[corner]
  }
  const coldMm = morningWith(0)
  const leaks = SIZES_BAR_L_PER_H.map((leakBarLPerH) => ({
    leakBarLPerH,
    mm: morningWith(leakBarLPerH),
  }))
  return coldMm === null || leaks.some(({ mm }) => mm === null)
    ? null
    : { corner, coldMm, leaks: leaks.map(({ leakBarLPerH, mm }) => ({ leakBarLPerH, mm: mm! })) }
}

/** Guess of a cold night, K: what the strip shows before anybody knows. */
export const COLD_NIGHT_K = 10

/**
 * What a cold night does to a tight car that stands at the level of this round, mm; null where its
 * figures allow none.
 */
export function coldSinkMm(
  job: Job,
  evening: Pick<Round, 'temperatureC' | 'levelOffsetMm'>,
): number | null {
  const endC = evening.temperatureC - COLD_NIGHT_K
  // Without a leak only the temperature counts, not the time.
  const moves = movesMm(knownVehicle(job).vehicle, evening, { hours: 1, endC, leaks: {} })
  return moves && Math.max(...CORNERS.map((corner) => -moves[corner]))
}
