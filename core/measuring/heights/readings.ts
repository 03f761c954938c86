import { meanOf } from '../../base/numbers/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { mapCorners } from '../../base/vehicle/index.ts'

/** Standard deviation of one tape reading, mm, unless the shop has measured its own. */
export const DEFAULT_REPEATABILITY_MM = 1.5

/** Heights a tape around a car can give, mm. */
export const HEIGHT_RANGE_MM = { least: 50, most: 2000 } as const

/** The readings of a round, mm, at least one at each corner. */
export type Readings = PerCorner<readonly number[]>

/**
 * Mean height at each corner, mm.
 * @returns NaN at a corner without readings: check the counts first.
 */
export const meanHeights = (readings: Readings): Record<keyof Readings, number> =>
  mapCorners(readings, (list) => meanOf(list))
