import type { Axle, Corner } from './corners.ts'
import { AXLE_CORNERS, AXLE_OF, AXLES, CORNERS } from './corners.ts'

/** Somewhere on the car: a corner, an axle, or all of it. */
export type Place = Corner | Axle | null

/** The corners a place covers. */
export const cornersOf = (place: Place): readonly Corner[] =>
  place === null ? CORNERS : place === 'front' || place === 'rear' ? AXLE_CORNERS[place] : [place]

/** The axles a place is on. */
export const axlesOf = (place: Place): readonly Axle[] =>
  place === null ? AXLES : place === 'front' || place === 'rear' ? [place] : [AXLE_OF[place]]

/** Whether a place lies within another one: a corner on its axle, an axle on the car. */
export const isWithin = (inner: Place, outer: Place): boolean =>
  cornersOf(inner).every((corner) => cornersOf(outer).includes(corner))
