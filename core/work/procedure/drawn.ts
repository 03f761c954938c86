// What is drawn beside a step, for the car it is done on.
import type { Method } from '../../measuring/heights/index.ts'
import type {
  Architecture,
  Axle,
  Hold,
  LineJoint,
  Place,
  PumpPort,
  SensorSetting,
} from '../../base/vehicle/index.ts'
import { axlesOf, builtAxle, isLive } from '../../base/vehicle/index.ts'
import type { Support } from './book.ts'

/** Where a jack or a strap holds what would drop. */
export type HeldThing = 'coil' | 'spring' | 'shock' | 'strut' | 'axle'

/** A drawing of something done, and what of the car it depends on. What is null was not entered. */
export type Drawn =
  /** Where the tape goes; `apart`: body and axle held at the distance of a sensor. */
  | { readonly of: 'tape'; readonly method: Method; readonly apart: SensorSetting | null }
  /** How a fold lies when it is right, and buckled. */
  | { readonly of: 'folds'; readonly on: 'axle' | 'damper'; readonly steadied: boolean }
  /** The stops of a valve in the spring, and at which of them it stands. */
  | { readonly of: 'springValve'; readonly stop: 1 | 2 | 3 }
  /** How a line is joined. */
  | { readonly of: 'joint'; readonly joint: LineJoint | null }
  /** O-ring, spacer, O-ring. */
  | { readonly of: 'rings' }
  /** Studs to their mark; whether a pin finds its hole, or an arrow says which way. */
  | { readonly of: 'studs'; readonly pin: boolean | null; readonly arrow: boolean | null }
  /** The end of a coil in its stop, on its isolators. */
  | { readonly of: 'coilEnd' }
  /** What holds the body up, and what holds the axle. */
  | { readonly of: 'stands'; readonly support: Support; readonly axle: Axle | null }
  /** Wheel nuts, across. */
  | { readonly of: 'star'; readonly nuts: number | null }
  /** The ports of the pump, each with its line. */
  | { readonly of: 'ports'; readonly ports: readonly PumpPort[] | null }
  /** A sensor in its slot. */
  | { readonly of: 'sensorSlot'; readonly pinMm: number | null; readonly pinned: boolean }
  /** What holds a spring, top and bottom. */
  | {
      readonly of: 'held'
      readonly top: Hold | null
      readonly bottom: Hold | null
      /** The ends it is about. */
      readonly ends: 'both' | 'top' | 'bottom'
    }
  /** What is held before it is loosened. */
  | { readonly of: 'jack'; readonly holds: HeldThing }

/** What a drawing is about. */
export type DrawnOf = Drawn['of']

/** What of a car and a shop drawings depend on. */
export interface DrawnFor {
  readonly architecture: Architecture
  readonly support: Support
  /** How its heights are measured. */
  readonly method: Method
}

type Draw = (car: DrawnFor, place: Place) => readonly Drawn[]

const axleAt = ({ architecture }: DrawnFor, place: Place) => {
  const axle = axlesOf(place)[0] ?? 'rear'
  return { axle, form: architecture.air[axle], built: builtAxle(architecture, axle) }
}

const tape: Draw = ({ method }) => [{ of: 'tape', method, apart: null }]

const apart: Draw = (car, place) => {
  const setting = axleAt(car, place).built.sensorSetting
  return setting ? [{ of: 'tape', method: setting.method, apart: setting }] : []
}

const folds =
  (steadied: boolean): Draw =>
  (car, place) => {
    const { form } = axleAt(car, place)
    return [{ of: 'folds', on: form === 'bellows' ? 'axle' : 'damper', steadied }]
  }

const springValve =
  (stop: 1 | 2 | 3): Draw =>
  () => [{ of: 'springValve', stop }]

const joint: Draw = (car, place) => [{ of: 'joint', joint: axleAt(car, place).built.joint ?? null }]

const pushedIn: Draw = () => [{ of: 'joint', joint: 'pushIn' }]

const studs: Draw = (car, place) => {
  const { pins = null, arrow = null } = axleAt(car, place).built
  return [{ of: 'studs', pin: pins, arrow }]
}

const coilEnd: Draw = () => [{ of: 'coilEnd' }]

// Stands under the axle only where it hangs on its springs.
const stands: Draw = ({ architecture, support }, place) => [
  {
    of: 'stands',
    support,
    axle: axlesOf(place).find((axle) => place !== null && isLive(architecture, axle)) ?? null,
  },
]

const star: Draw = ({ architecture }) => [
  { of: 'star', nuts: architecture.anatomy?.fasteners?.['wheel']?.count ?? null },
]

const ports: Draw = ({ architecture }) => [
  { of: 'ports', ports: architecture.anatomy?.pump?.ports ?? null },
]

const sensorSlot =
  (pinned: boolean): Draw =>
  (car, place) => [
    { of: 'sensorSlot', pinned, pinMm: axleAt(car, place).built.sensorPinMm ?? null },
  ]

const held =
  (ends: 'both' | 'top' | 'bottom'): Draw =>
  (car, place) => {
    const { heldTop = null, heldBottom = null } = axleAt(car, place).built
    return [{ of: 'held', top: heldTop, bottom: heldBottom, ends }]
  }

const jack =
  (holds: HeldThing): Draw =>
  () => [{ of: 'jack', holds }]

// A coil beside an air shock is raised into its seat as a spring is.
const raised: Draw = (car, place) => {
  const { form, built } = axleAt(car, place)
  const coil = form === 'airDamper' && built.coilOn !== 'damper'
  return [{ of: 'jack', holds: coil ? 'coil' : form === 'airDamper' ? 'shock' : 'spring' }]
}

const all =
  (...draws: readonly Draw[]): Draw =>
  (car, place) =>
    draws.flatMap((draw) => draw(car, place))

/** The steps of the book that are drawn. */
const STEPS: Readonly<Record<string, Draw>> = {
  measureBefore: tape,
  toStanding: tape,
  calibrate: tape,
  pointsTwoPost: stands,
  pointsPlatform: stands,
  pointsDriveOn: stands,
  pointsStands: stands,
  holdTwoPost: stands,
  holdPlatform: stands,
  holdDriveOn: stands,
  holdStands: stands,
  holdAxle: stands,
  axleStands: stands,
  axleJack: jack('axle'),
  axleUp: jack('axle'),
  armUp: raised,
  armHoldCoil: jack('coil'),
  armHoldShock: jack('shock'),
  armHoldSpring: jack('spring'),
  armHoldStrut: jack('strut'),
  ventSpringValve: springValve(2),
  proveSpringValve: springValve(2),
  proveSpringValveTank: springValve(2),
  valveBack: springValve(1),
  springClips: held('both'),
  springClipsBelow: held('both'),
  springIn: held('top'),
  springSeat: held('bottom'),
  capOut: studs,
  capIn: studs,
  strutIn: studs,
  strutInOwn: studs,
  bellowsChange: () => [{ of: 'rings' }],
  closeLine: joint,
  closeLinePush: joint,
  closeLineScrew: joint,
  closeLineTurn: joint,
  tankClose: pushedIn,
  blockLines: pushedIn,
  openPump: ports,
  openPumpHigh: ports,
  closePump: all(ports, pushedIn),
  closePumpHigh: all(ports, pushedIn),
  coilInBeside: coilEnd,
  coilInDamper: coilEnd,
  coilInSpring: coilEnd,
  coilCompress: coilEnd,
  shockBenchCoil: coilEnd,
  seeFolds: folds(false),
  fillHanging: folds(false),
  fillHangingSteadied: folds(true),
  fillStanding: folds(false),
  fillStandingSteadied: folds(true),
  setApart: apart,
  setLoose: sensorSlot(true),
  setTight: sensorSlot(true),
  setAway: sensorSlot(false),
  wheelTorque: star,
  pumpWheelTorque: star,
}

/**
 * What is drawn beside a step on such a car; empty where words alone say it.
 * @param step of the book; a step of a shop's own has no drawing.
 */
export const drawnAt = (
  step: { readonly step: string; readonly place: Place },
  car: DrawnFor,
): readonly Drawn[] => STEPS[step.step]?.(car, step.place) ?? []

/** The steps of the book that have a drawing, by id. */
export const DRAWN_STEPS: readonly string[] = Object.keys(STEPS)

/**
 * In which order the nuts of a wheel are tightened: always across.
 * @param nuts how many there are, at least 1
 * @returns the places round the wheel, 0 at the top, in the order they are taken.
 */
export function starOrder(nuts: number): readonly number[] {
  if (nuts % 2 === 0)
    return Array.from({ length: nuts }, (_, i) => Math.floor(i / 2) + (i % 2 === 0 ? 0 : nuts / 2))
  const step = (nuts - 1) / 2
  return Array.from({ length: nuts }, (_, i) => (i * step) % nuts)
}
