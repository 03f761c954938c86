import type { Job } from '@anklet/contract'
import { modelSigmaMm } from '@anklet/core/measuring/heights'
import { gasTemperatureSigmaK, planWatch } from '@anklet/core/measuring/leakdown'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAir, WALK } from '@anklet/core/base/vehicle'
import { knownVehicle } from '../job/model/knownVehicle.ts'
import type { Draft } from '../../client/state/drafts.ts'

/** What a watch of a length can show at the suspected corner. */
export interface WatchPlan {
  readonly corner: Corner
  /** How far the corner must sink beyond the cold to be sure of a leak, mm. */
  readonly sureMm: number
  /** The smallest leak each length of watch can show, bar-litre per hour. */
  readonly shows: readonly { readonly hours: number; readonly leakBarLPerH: number }[]
}

/** Any size serves: the wait is inversely proportional to it. */
const PROBE_BAR_L_PER_H = 0.1
const USUAL_HOURS = [1, 6, 12] as const

/**
 * The corner a watch is planned for: the first the customer named that has air, else the first on
 * the walk that has.
 */
function suspect(job: Job): Corner | undefined {
  const { complaint } = job
  const { corners } = knownVehicle(job).vehicle
  const withAir = (corner: Corner): boolean => hasAir(corners[corner])
  return complaint.where.find(withAir) ?? WALK.find(withAir)
}

/**
 * What the watch being prepared could show, with two readings a round and what is known of the
 * soak so far.
 * @param plannedHours from now to the morning round.
 * @returns null where the vehicle allows no plan or the answers are not in yet.
 */
export function planOf(
  job: Job,
  { thermometer, rolledAndBounced, checklist }: Draft,
  meanC: number,
  plannedHours: number,
  repeatabilityMm: number,
): WatchPlan | null {
  const corner = suspect(job)
  if (
    !corner ||
    thermometer === null ||
    rolledAndBounced === null ||
    checklist.minutesSinceRun === null ||
    !(plannedHours > 0)
  )
    return null
  const minutesSinceRun = checklist.minutesSinceRun === 'unknown' ? null : checklist.minutesSinceRun
  const plan = planWatch({
    vehicle: knownVehicle(job).vehicle,
    corner,
    repeatabilityMm,
    leakBarLPerH: PROBE_BAR_L_PER_H,
    readings: 2,
    meanC,
    temperatureSigmaK: gasTemperatureSigmaK({ thermometer, minutesSinceRun }),
    modelSigmaMm: modelSigmaMm(rolledAndBounced),
  })
  if (!plan.ok) return null
  const { hours, dropMmPerH } = plan.value
  const lengths = [...new Set([...USUAL_HOURS, Math.round(plannedHours * 2) / 2])]
    .filter((length) => length > 0)
    .sort((a, b) => a - b)
  return {
    corner,
    sureMm: hours * dropMmPerH,
    shows: lengths.map((length) => ({
      hours: length,
      leakBarLPerH: (PROBE_BAR_L_PER_H * hours) / length,
    })),
  }
}
