import type { Anatomy } from './anatomy.ts'
import type { Axle, Corner } from './corners.ts'
import { AXLE_OF } from './corners.ts'

/** What carries air on an axle. */
export const AIR_FORMS = ['none', 'bellows', 'bellowsOnDamper', 'airDamper', 'strut'] as const
export type AirForm = (typeof AIR_FORMS)[number]
/** How the dampers of an axle are controlled. */
export const DAMPINGS = ['plain', 'switched', 'continuous'] as const
export type Damping = (typeof DAMPINGS)[number]
/** How many height sensors an axle has. */
export const SENSOR_COUNTS = ['each', 'one', 'none'] as const
export type SensorCount = (typeof SENSOR_COUNTS)[number]

/** A height level the driver or the module can ask for. */
export interface Level {
  readonly id: string
  /** Height over the design height, mm. */
  readonly offsetMm: number
}

/** How the system is laid out: what priors, knowledge, procedures and simulation all depend on. */
export interface Architecture {
  readonly air: Readonly<Record<Axle, AirForm>>
  readonly layout: 'open' | 'closed'
  readonly reservoir: boolean
  readonly valves: 'oneBlock' | 'perAxle' | 'perSpring'
  readonly crossValve: Readonly<Record<Axle, boolean>>
  readonly sensors: Readonly<Record<Axle, SensorCount>>
  readonly sensorMount: 'fixed' | 'adjustable'
  readonly pressureSensor: 'none' | 'gallery'
  readonly damping: Readonly<Record<Axle, Damping>>
  readonly levels: readonly Level[]
  readonly parked: {
    readonly policy: 'none' | 'settleAxle' | 'settleVehicle' | 'refill'
    readonly checksAfterH: readonly number[]
  }
  readonly matchOnFault: boolean
  readonly doorInhibit: boolean
  readonly liftingMode: 'none' | 'menu' | 'switch'
  readonly cutOffSwitch: boolean
  /** Pressure at which a hanging spring is seated, bar gauge; null: not entered, look it up. */
  readonly seatingPressureBarG: number | null
  /** Wait before a raise is asked for, s; null: not entered, look it up. */
  readonly settleWaitS: number | null
  /** How it is built, as far as somebody entered it. */
  readonly anatomy?: Anatomy
}

/** Whether an axle carries any air. */
export const hasAirOnAxle = (architecture: Architecture, axle: Axle): boolean =>
  architecture.air[axle] !== 'none'

/** Whether a corner stands on air. */
export const hasAirAtCorner = (architecture: Pick<Architecture, 'air'>, corner: Corner): boolean =>
  architecture.air[AXLE_OF[corner]] !== 'none'

/** The highest level, where a drop shows best; null for a vehicle without levels. */
export const highestLevel = (architecture: Architecture): Level | null =>
  architecture.levels.reduce<Level | null>(
    (best, level) => (best === null || level.offsetMm > best.offsetMm ? level : best),
    null,
  )

/** The commonest layout: struts in front, bellows behind, open, one valve block, four sensors. */
export const usualArchitecture = (change: Partial<Architecture> = {}): Architecture => ({
  air: { front: 'strut', rear: 'bellows' },
  layout: 'open',
  reservoir: false,
  valves: 'oneBlock',
  crossValve: { front: false, rear: false },
  sensors: { front: 'each', rear: 'each' },
  sensorMount: 'fixed',
  pressureSensor: 'none',
  damping: { front: 'plain', rear: 'plain' },
  levels: [{ id: 'road', offsetMm: 0 }],
  parked: { policy: 'none', checksAfterH: [] },
  matchOnFault: false,
  doorInhibit: false,
  liftingMode: 'none',
  cutOffSwitch: false,
  seatingPressureBarG: null,
  settleWaitS: null,
  ...change,
})
