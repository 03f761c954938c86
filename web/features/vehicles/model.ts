import type { Repair, VehicleDetail } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import { spreadLabels } from '../../kit/spread.ts'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { driftsOf, nightsOf } from '../job/model/outlook.ts'
import type { TrendPoint } from '../job/model/trend.ts'
import { trendOf } from '../job/model/trend.ts'

/** What is worst of what is to come. */
export function worstOf(detail: VehicleDetail): {
  readonly plate: string
  readonly nights: number
  readonly words: string
  readonly perMonthMm: number | null
} {
  const points = trendOf(detail)
  const drifts = driftsOf(detail, points)
  const [worst] = WALK.filter((corner) => drifts[corner] !== null).sort(
    (a, b) => drifts[a]!.perMonthMm - drifts[b]!.perMonthMm,
  )
  return {
    plate: detail.vehicle.plate,
    nights: nightsOf(points).length,
    words: worst ? CORNER_WORDS[worst] : 'too few nights to say',
    perMonthMm: worst ? drifts[worst]!.perMonthMm : null,
  }
}

/** Height of the plot between its axes, and of a corner's name, px. */
const [PLOT_PX, NAME_PX] = [226, 14]

/**
 * How far the names at the ends of the lines are moved, so that none covers another; how high a
 * millimetre is drawn is near enough.
 */
export function namesMoved(
  points: readonly TrendPoint[],
  last: TrendPoint | undefined,
  top: number,
) {
  const lowest = Math.min(0, ...points.flatMap(({ offMm }) => WALK.map((corner) => offMm[corner])))
  const wanted = WALK.map(
    (corner) => ((top - (last?.offMm[corner] ?? 0)) * PLOT_PX) / (1.1 * (top - lowest)),
  )
  return spreadLabels(wanted, NAME_PX, [0, PLOT_PX]).map((at, k) => at - wanted[k]!)
}

/** A strip shows at least so much, mm. */
const LEAST_RANGE_MM = 20

/** What a strip shows, mm. */
export function rangeOf(points: readonly TrendPoint[]): number {
  const most = Math.max(
    LEAST_RANGE_MM,
    ...points.flatMap(({ offMm }) => WALK.map((corner) => Math.abs(offMm[corner]))),
  )
  return Math.ceil((most + 4) / 10) * 10
}

// Repairs at this corner, or of the whole system, stand between the rounds before and after them.
export function marksOf(
  corner: Corner,
  points: readonly TrendPoint[],
  repairs: readonly Repair[],
): { readonly repair: Repair; readonly place: number }[] {
  return repairs
    .filter(({ corners }) => corners.length === 0 || corners.includes(corner))
    .map((repair) => ({
      repair,
      place: points.filter(({ at }) => at < Date.parse(repair.at)).length - 0.5,
    }))
}
