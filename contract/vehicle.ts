import { CORNERS, AIR_FORMS, SENSOR_COUNTS, DAMPINGS } from '@anklet/core/base/vehicle'
import { METHODS } from '@anklet/core/measuring/heights'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import {
  areaCm2,
  closed,
  forceN,
  heightMm,
  lengthMm,
  levelOffsetMm,
  loadN,
  motionRatio,
  nullable,
  oneOf,
  perCorner,
  pressureBarG,
  rateNPerMm,
  tyreRateNPerMm,
  volumeL,
  words,
  day,
} from './quantities.ts'
import { Anatomy } from './anatomy.ts'

export const CornerName = oneOf(...CORNERS)

const Corner = closed({
  designHeightMm: heightMm,
  designLoadN: loadN,
  motionRatio,
  effectiveAreaCm2: areaCm2,
  volumeAtDesignL: volumeL,
  coilForceAtDesignN: Type.Optional(forceN),
  coilRateNPerMm: Type.Optional(rateNPerMm),
  bumpHeightMm: Type.Number({
    minimum: 0,
    maximum: 2000,
    description: 'Ride height at which the bump stop begins to carry, mm',
  }),
  bumpRateNPerMm: rateNPerMm,
  droopHeightMm: Type.Number({
    minimum: 50,
    maximum: 3000,
    description: 'Ride height at which the damper tops out, mm',
  }),
  droopRateNPerMm: rateNPerMm,
  tyreRateNPerMm,
})

/** Geometry of a vehicle: what the equilibrium needs. Coil and anti-roll figures may be left out: 0. */
export const VehicleGeometry = closed({
  wheelbaseMm: lengthMm,
  trackFrontMm: lengthMm,
  trackRearMm: lengthMm,
  antiRollFrontNPerMm: Type.Optional(rateNPerMm),
  antiRollRearNPerMm: Type.Optional(rateNPerMm),
  corners: perCorner(Corner),
})
export type VehicleGeometry = Static<typeof VehicleGeometry>

const air = oneOf(...AIR_FORMS)
const sensors = oneOf(...SENSOR_COUNTS)
const damping = oneOf(...DAMPINGS)

/** How an air suspension is laid out. */
export const Architecture = closed({
  air: closed({ front: air, rear: air }),
  layout: oneOf('open', 'closed'),
  reservoir: Type.Boolean(),
  valves: oneOf('oneBlock', 'perAxle', 'perSpring'),
  crossValve: closed({ front: Type.Boolean(), rear: Type.Boolean() }),
  sensors: closed({ front: sensors, rear: sensors }),
  sensorMount: oneOf('fixed', 'adjustable'),
  pressureSensor: oneOf('none', 'gallery'),
  damping: closed({ front: damping, rear: damping }),
  levels: Type.Array(closed({ id: words(24), offsetMm: levelOffsetMm }), {
    minItems: 1,
    maxItems: 8,
  }),
  parked: closed({
    policy: oneOf('none', 'settleAxle', 'settleVehicle', 'refill'),
    checksAfterH: Type.Array(Type.Number({ exclusiveMinimum: 0, maximum: 10_000 }), {
      maxItems: 12,
    }),
  }),
  matchOnFault: Type.Boolean(),
  doorInhibit: Type.Boolean(),
  liftingMode: oneOf('none', 'menu', 'switch'),
  cutOffSwitch: Type.Boolean(),
  seatingPressureBarG: nullable(pressureBarG),
  settleWaitS: nullable(Type.Number({ minimum: 0, maximum: 3600 })),
  anatomy: Type.Optional(Anatomy),
})
export type Architecture = Static<typeof Architecture>

const tolerance = Type.Number({ minimum: 0, maximum: 500, description: 'Tolerance, mm' })
const AxleSpecification = closed({
  nominalMm: heightMm,
  minusMm: tolerance,
  plusMm: tolerance,
  leftRightMm: nullable(
    Type.Number({
      minimum: 0,
      maximum: 500,
      description: 'Largest difference left to right, mm; null: none is stated',
    }),
  ),
})

/** A way of measuring a height; each has its own specification. */
export const Method = oneOf(...METHODS)

/** What a vehicle type may stand at on one level, by one way of measuring, with where that is written. */
export const Specification = closed(
  {
    levelId: words(24),
    method: Method,
    source: words(200),
    date: day('Date of the source'),
    front: AxleSpecification,
    rear: AxleSpecification,
  },
  'Heights a vehicle type may stand at on one level, by one way of measuring',
)
export type Specification = Static<typeof Specification>

/** At most one specification for each level and way of measuring. */
export const Specifications = Type.Array(Specification, { maxItems: 24 })

/**
 * Figures that stand in for ones nobody has looked up, by axle and name or of the whole vehicle:
 * every answer is widened for them, and nothing is judged by a height among them.
 */
export const Guesses = Type.Array(
  Type.String({ pattern: '^(front|rear|vehicle)\\.[A-Za-z0-9]{1,40}$' }),
  { maxItems: 40, uniqueItems: true },
)

/** What is told of a vehicle type, in a command and in a file. */
export const typeFields = {
  name: words(60),
  source: words(200),
  architecture: Architecture,
  geometry: VehicleGeometry,
  specifications: Type.Optional(Specifications),
  guesses: Type.Optional(Guesses),
}
