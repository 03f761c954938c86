import type { Job, Round, Watch } from '@anklet/contract'
import { conductanceOfRate, forecast } from '@anklet/core/leakdown'
import type { Corner } from '@anklet/core/vehicle'
import { CORNERS, hasAir, WALK } from '@anklet/core/vehicle'
import { knownVehicle } from '../knownVehicle.ts'
import { meansOf } from '../rounds.ts'

/** Where the suspected corner will stand in the morning, mm. */
export interface Suspicion {
  readonly corner: Corner
  readonly coldMm: number
  readonly leaks: readonly { readonly leakBarLPerH: number; readonly mm: number }[]
}

/** A pin prick, a crack that bubbles slowly, a leak one can hear close by: one of each. */
const SIZES_BAR_L_PER_H = [0.1, 0.5, 2] as const

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
    const run = forecast({
      vehicle,
      startC: evening.temperatureC,
      endC: nightC,
      hours,
      leaks: { [corner]: conductance },
      sampleHours: [0, hours],
      levelOffsetMm: evening.levelOffsetMm,
    })
    return run.ok ? started + run.value[1]!.heightMm[corner] - run.value[0]!.heightMm[corner] : null
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
  { temperatureC: startC, levelOffsetMm }: Pick<Round, 'temperatureC' | 'levelOffsetMm'>,
): number | null {
  const run = forecast({
    vehicle: knownVehicle(job).vehicle,
    startC,
    endC: startC - COLD_NIGHT_K,
    hours: 1,
    leaks: {},
    sampleHours: [0, 1],
    levelOffsetMm,
  })
  if (!run.ok) return null
  const [before, after] = run.value
  return Math.max(...CORNERS.map((corner) => before!.heightMm[corner] - after!.heightMm[corner]))
}
