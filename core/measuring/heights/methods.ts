import type { PerCorner } from '../../base/vehicle/index.ts'
import { mapCorners } from '../../base/vehicle/index.ts'
import type { Readings } from './readings.ts'

/** Ways of measuring a height; each has its own specification and they are never mixed. */
export const METHODS = ['wheelCentreToArch', 'axleToBracket', 'sillToFloor'] as const
/** One way of measuring a height. */
export type Method = (typeof METHODS)[number]

/** Whether a way of measuring ends on the floor, so that an uneven floor is in the reading. */
export const isFloorBased = (method: Method): boolean => method === 'sillToFloor'

/**
 * Whether heights measured so are ride heights, which the arithmetic of springs and watches speaks
 * of.
 */
export const isRideHeight = (method: Method): boolean => method === 'wheelCentreToArch'

/**
 * Readings as they would be on a level floor: the height of the floor at each pad is added back.
 * @param padsMm height of the floor under each corner over the lowest or any common level, mm;
 * null: a level floor, or a way of
 * measuring that never meets it.
 */
export const addPadsBack = (readings: Readings, padsMm: PerCorner<number> | null): Readings =>
  padsMm === null
    ? readings
    : mapCorners(readings, (list, corner) => list.map((mm) => mm + padsMm[corner]))
