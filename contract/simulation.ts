import { VALVE_IDS } from '@anklet/core/base/vehicle'
import { MODULE_CODES, MODULE_MODES } from '@anklet/core/physics/simulation'
import { Type } from '@sinclair/typebox'
import {
  closed,
  conductance,
  freeFlowLPerMin,
  nullable,
  oneOf,
  payloadN,
  perCorner,
  someCorners,
  stallBarG,
  temperatureC,
  volumeL,
  words,
} from './quantities.ts'
import { Architecture, CornerName, VehicleGeometry } from './vehicle.ts'

const seconds = (maximum: number) => Type.Number({ minimum: 0, maximum, description: 'Time, s' })
const share = Type.Number({ minimum: 0, maximum: 1, description: 'Share of what it should be' })
export const ValveName = oneOf(...VALVE_IDS)
const kind = <const Words extends readonly string[]>(...kinds: Words) => ({ kind: oneOf(...kinds) })

/** What may be wrong with a simulated vehicle. */
export const SimFault = Type.Union([
  closed({ ...kind('springLeak'), corner: CornerName, conductance }),
  closed({ ...kind('reservoirLeak'), conductance }),
  closed({ ...kind('lostCharge'), share }),
  closed({ ...kind('seatLeak'), valve: ValveName, conductance }),
  closed({ ...kind('stuckShut', 'stuckOpen'), valve: ValveName }),
  closed({
    ...kind('crossedLines', 'crossedPlugs', 'crossedSensors', 'sensorSupplyDead'),
    corners: Type.Tuple([CornerName, CornerName]),
  }),
  closed({ ...kind('blockedLine'), corner: CornerName, share }),
  closed(kind('relayWelded', 'relayDead', 'supplyMissing', 'codingMissing', 'dryerWet')),
  closed({ ...kind('weakPump', 'dryer'), share }),
  closed({ ...kind('hotPump'), factor: Type.Number({ minimum: 0, maximum: 100 }) }),
  closed({
    ...kind('sensorOffset'),
    corner: CornerName,
    mm: Type.Number({ minimum: -300, maximum: 300, description: 'Offset, mm' }),
  }),
  closed({
    ...kind('wrongCalibration'),
    mm: Type.Number({ minimum: -100, maximum: 100, description: 'Taught wrong by, mm' }),
  }),
  closed({
    ...kind('sensorGain'),
    corner: CornerName,
    factor: Type.Number({ minimum: -10, maximum: 10 }),
  }),
  closed({ ...kind('sensorOpen', 'sensorShort', 'sensorLoose'), corner: CornerName }),
])

const LONGEST_S = 48 * 3600
const atS = seconds(LONGEST_S)
const Happening = Type.Union([
  closed({
    atS,
    do: oneOf(
      'ignitionOn',
      'ignitionOff',
      'supplyOff',
      'supplyOn',
      'doorOpen',
      'doorShut',
      'liftingOn',
      'liftingOff',
    ),
  }),
  closed({ atS, do: Type.Literal('level'), levelId: words(24) }),
  closed({ atS, do: Type.Literal('load'), payloadN: someCorners(payloadN) }),
])

/** A vehicle with its module, what is wrong with it, and what happens to it. It starts levelled and asleep. */
export const SimulateRequest = closed({
  vehicle: VehicleGeometry,
  architecture: Architecture,
  levelId: words(24),
  startC: temperatureC,
  endC: temperatureC,
  untilS: Type.Number({
    exclusiveMinimum: 0,
    maximum: LONGEST_S,
    description: 'Length of the run, s',
  }),
  sampleEveryS: Type.Number({
    minimum: 0.25,
    maximum: LONGEST_S,
    description: 'Time between two samples, s; at most 2000 samples',
  }),
  reservoirL: volumeL,
  pump: Type.Optional(closed({ freeFlowLPerMin, stallBarG })),
  deadBandMm: Type.Optional(
    Type.Number({
      exclusiveMinimum: 0,
      maximum: 100,
      description: 'Off its level by more than this the module acts, mm',
    }),
  ),
  supplyV: Type.Optional(
    Type.Number({ minimum: 0, maximum: 30, description: 'Voltage at the pump, V' }),
  ),
  altitudeM: Type.Optional(
    Type.Number({ minimum: -500, maximum: 6000, description: 'Of the site, m' }),
  ),
  faults: Type.Array(SimFault, { maxItems: 20 }),
  schedule: Type.Array(Happening, { maxItems: 200 }),
})

/** A code of the simulated module, by what it means. */
const CodeName = oneOf(...MODULE_CODES)
/** What a module is about. */
export const ModeName = oneOf(...MODULE_MODES)
const number = Type.Number()
/** What such a run gives. */
export const SimulateResponse = closed({
  samples: Type.Array(
    closed({
      timeS: number,
      heightMm: perCorner(number),
      pressureBarG: perCorner(nullable(number)),
      galleryBarG: number,
      reservoirBarG: nullable(number),
      pumpC: number,
      pumpOn: Type.Boolean(),
      mode: ModeName,
    }),
  ),
  events: Type.Array(
    closed({
      timeS: number,
      what: oneOf('mode', 'pumpOn', 'pumpOff', 'code', 'check', 'happening'),
      detail: Type.String(),
    }),
  ),
  codes: Type.Array(CodeName),
  ventedBarL: number,
  drawnBarL: number,
})
