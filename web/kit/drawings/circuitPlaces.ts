// Where the parts of a circuit stand in its drawing, on a wide page and on a phone.
import type { Corner } from '@anklet/core/base/vehicle'

/** Where everything of a circuit stands; lengths in units of the drawing. */
export interface CircuitPlaces {
  readonly width: number
  readonly height: number
  /** The same without a reservoir. */
  readonly heightBare: number
  /** Middle of each spring, in walking order. */
  readonly spring: Readonly<Record<Corner, number>>
  readonly railY: number
  readonly railFrom: number
  readonly railTo: number
  /** Where its pressure sensor stands, and the end of the gallery it is joined to. */
  readonly sensorX: number
  readonly sensorEnd: number
  /** Where the plant reaches the gallery. */
  readonly feedX: number
  /** Height of the line from pump to dryer. */
  readonly plantY: number
  /** Left edge of the plant. */
  readonly plantX: number
  readonly tankValve: readonly [number, number]
  readonly tank: { readonly x: number; readonly y: number; readonly width: number }
  readonly galleryText: readonly [number, number]
  readonly tankText: readonly [number, number]
}

export const WIDE: CircuitPlaces = {
  width: 640,
  height: 306,
  heightBare: 206,
  spring: { FL: 292, FR: 382, RR: 472, RL: 562 },
  railY: 166,
  railFrom: 252,
  railTo: 604,
  sensorX: 618,
  sensorEnd: 604,
  feedX: 252,
  plantY: 166,
  plantX: 14,
  tankValve: [330, 196],
  tank: { x: 268, y: 226, width: 150 },
  galleryText: [604, 192],
  tankText: [430, 244],
}

export const NARROW: CircuitPlaces = {
  width: 360,
  height: 456,
  heightBare: 336,
  spring: { FL: 54, FR: 138, RR: 222, RL: 306 },
  railY: 166,
  railFrom: 34,
  railTo: 330,
  sensorX: 22,
  sensorEnd: 34,
  feedX: 268,
  plantY: 290,
  plantX: 8,
  tankValve: [318, 250],
  tank: { x: 206, y: 358, width: 140 },
  galleryText: [252, 192],
  tankText: [206, 434],
}
