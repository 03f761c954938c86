import type { HistoryRound, VehicleDetail } from '@anklet/contract'
import { loadKey } from '@anklet/core/measuring/heights'
import { temperatureDrop } from '@anklet/core/physics/pneumatics'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { completeGeometry, heightAtLevelMm, mapCorners, perCorner } from '@anklet/core/base/vehicle'

/** One round in a vehicle's history. */
export interface TrendPoint {
  readonly round: HistoryRound
  /** ms since 1970. */
  readonly at: number
  /**
   * Mean height over the design height at the level it stood at, mm; a morning's cold already
   * added back.
   */
  readonly offMm: PerCorner<number>
  /** What was added back for the cold, mm; null: nothing, the module had just levelled the car. */
  readonly coldMm: PerCorner<number> | null
}

const NO_COLD = perCorner(() => 0)

// With the supply off a parked car sinks by the cold alone; what the cold took since the evening is
// no ageing of the car.
function coldOf(
  { vehicleType, history }: VehicleDetail,
  round: HistoryRound,
): PerCorner<number> | null {
  if (round.purpose !== 'morning') return null
  const evening = history.findLast(
    (each) =>
      each.jobId === round.jobId && each.purpose === 'evening' && each.endedAt < round.endedAt,
  )
  if (!evening) return null
  const drop = temperatureDrop({
    vehicle: completeGeometry(vehicleType.geometry),
    fromC: evening.temperatureC,
    toC: round.temperatureC,
  })
  return drop.ok ? drop.value.changeMm : null
}

/**
 * Every round ever measured on a vehicle, oldest first, as heights over design, mornings corrected
 * to their evening's temperature.
 */
export function trendOf(detail: VehicleDetail): TrendPoint[] {
  const { corners } = detail.vehicleType.geometry
  return detail.history.map((round) => {
    const coldMm = coldOf(detail, round)
    return {
      round,
      at: Date.parse(round.endedAt),
      coldMm,
      offMm: mapCorners(
        round.meanMm,
        (mean, corner) =>
          mean -
          heightAtLevelMm(corners[corner], round.levelOffsetMm) -
          (coldMm ?? NO_COLD)[corner],
      ),
    }
  })
}

/**
 * The load most rounds of a vehicle were walked at, the newest where none prevails: only rounds
 * under one load are like with like.
 */
export function usualLoad(points: readonly TrendPoint[]): string | null {
  const counts = new Map<string, number>()
  for (const { round } of points.toReversed())
    counts.set(loadKey(round), (counts.get(loadKey(round)) ?? 0) + 1)
  return (
    [...counts].reduce<readonly [string, number] | null>(
      (most, each) => (each[1] > (most?.[1] ?? 0) ? each : most),
      null,
    )?.[0] ?? null
  )
}

/**
 * A history taken apart for its lines: rounds at the usual load as the module levelled them,
 * mornings at it, and all at another load.
 */
export interface LikeWithLike {
  readonly levelled: readonly TrendPoint[]
  readonly nights: readonly TrendPoint[]
  readonly other: readonly TrendPoint[]
}
export function likeWithLike(points: readonly TrendPoint[]): LikeWithLike {
  const usual = usualLoad(points)
  const like = points.filter(({ round }) => loadKey(round) === usual)
  return {
    levelled: like.filter(({ coldMm }) => coldMm === null),
    nights: like.filter(({ coldMm }) => coldMm !== null),
    other: points.filter(({ round }) => loadKey(round) !== usual),
  }
}

/**
 * The history as a table other programs read.
 * @param over what heights are told over: the design height, or where it last stood
 */
export function trendCsv(
  points: readonly TrendPoint[],
  over: 'Design' | 'Stand' = 'Design',
): string {
  const rows = points.map(({ round, offMm, coldMm }) =>
    [
      round.endedAt,
      round.purpose,
      round.levelId,
      round.temperatureC.toFixed(1),
      ...(['FL', 'FR', 'RR', 'RL'] as const).flatMap((corner) => [
        round.meanMm[corner].toFixed(2),
        offMm[corner].toFixed(2),
      ]),
      coldMm ? 'yes' : 'no',
    ].join(','),
  )
  const heads = (['FL', 'FR', 'RR', 'RL'] as const).flatMap((corner) => [
    `${corner}HeightMm`,
    `${corner}Off${over}Mm`,
  ])
  return [
    ['time', 'purpose', 'level', 'temperatureC', ...heads, 'coldAddedBack'].join(','),
    ...rows,
  ].join('\r\n')
}
