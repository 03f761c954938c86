import { fittedAs } from '@anklet/core/reasoning/strategy'
import type { VehicleDetail } from '@anklet/contract'
import { GUARD_FACTOR, loadKey } from '@anklet/core/measuring/heights'
import type { Drift, SinceHandover } from '@anklet/core/measuring/history'
import { driftOf, repairHolds } from '@anklet/core/measuring/history'
import { lastOf } from '@anklet/core/work/proof'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLE_OF, completeGeometry, perCorner } from '@anklet/core/base/vehicle'
import type { TrendPoint } from './trend.ts'

/** A night is told as if it had lasted so long, h. */
const NIGHT_H = 12
/** Where no specification is on record, a night that takes more than this puts a corner out, mm. */
const USUAL_LIMIT_MM = 15

/** What a night took from each corner beyond the cold, mm in twelve hours. */
export interface Night {
  readonly atMs: number
  readonly beyondMm: Readonly<Record<Corner, number>>
  /** Names the load it was measured under. */ readonly load: string
}

/** Every night on record, oldest first. */
export function nightsOf(points: readonly TrendPoint[]): readonly Night[] {
  return points.flatMap((point, i): Night[] => {
    if (point.coldMm === null) return []
    const evening = points
      .slice(0, i)
      .findLast(({ round }) => round.jobId === point.round.jobId && round.purpose === 'evening')
    if (!evening) return []
    const hours = (point.at - evening.at) / 3600_000
    return hours < 4
      ? []
      : [
          {
            atMs: point.at,
            load: loadKey(point.round),
            beyondMm: perCorner(
              (corner) => ((point.offMm[corner] - evening.offMm[corner]) * NIGHT_H) / hours,
            ),
          },
        ]
  })
}

/** How each corner's nights grow since it was last mended; null: too few to say. */
export function driftsOf(
  { vehicleType, repairs }: VehicleDetail,
  points: readonly TrendPoint[],
): Readonly<Record<Corner, Drift | null>> {
  const nights = nightsOf(points)
  const load = nights.at(-1)?.load
  return perCorner((corner) => {
    const mended = Math.max(
      0,
      ...repairs
        .filter(
          ({ corners, part }) =>
            (part === 'line' || fittedAs(part) === 'spring') && corners.includes(corner),
        )
        .map(({ at }) => Date.parse(at)),
    )
    const limit =
      vehicleType.specifications.find(({ method }) => method === 'wheelCentreToArch')?.[
        AXLE_OF[corner]
      ].minusMm ?? USUAL_LIMIT_MM
    return driftOf(
      nights
        .filter((night) => night.atMs > mended && night.load === load)
        .map(({ atMs, beyondMm }) => ({ atMs, offMm: beyondMm[corner] })),
      -limit,
    )
  })
}

/** The newest round since the last handover against the one it was handed over with; null: nothing to compare. */
export function sinceHandover(
  { vehicleType, history, proof, jobs, repairs }: VehicleDetail,
  repeatabilityMm: number,
): SinceHandover | null {
  const handed = lastOf(proof, 'handedOver')
  if (!handed) return null
  const worked = jobs.some(({ id, work }) => id === handed.jobId && work !== null)
  // Heights that were never shown after the work are those of the fault.
  if (worked && handed.content.missing.includes('heights')) return null
  const then = history.findLast(
    (round) =>
      round.jobId === handed.jobId && round.purpose === 'heights' && round.endedAt <= handed.at,
  )
  const now =
    then &&
    history.findLast(
      (round) =>
        round.purpose === 'heights' &&
        round.endedAt > handed.at &&
        round.levelId === then.levelId &&
        loadKey(round) === loadKey(then),
    )
  if (!then || !now) return null
  // Two laps each: what this tape can tell between two rounds.
  const least = GUARD_FACTOR * repeatabilityMm
  const answer = repairHolds({
    vehicle: completeGeometry(vehicleType.geometry),
    thenMm: then.meanMm,
    nowMm: now.meanMm,
    thenC: then.temperatureC,
    nowC: now.temperatureC,
    leastMm: perCorner(() => least),
  })
  return answer.ok
    ? {
        handedAt: handed.at,
        thenAt: then.endedAt,
        nowAt: now.endedAt,
        repaired: worked || repairs.some(({ jobId }) => jobId === handed.jobId),
        holds: answer.value,
      }
    : null
}
