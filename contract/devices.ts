import { PUMP_WAYS } from '@anklet/core/base/vehicle'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  instant,
  nullable,
  oneOf,
  payloadN,
  perCorner,
  pressureBarG,
  someCorners,
  temperatureC,
  uuid,
  words,
  version,
  count,
} from './quantities.ts'
import { ModeName, SimFault, ValveName } from './simulation.ts'
import { Found } from './knowledge.ts'
import { DeviceId, SetAside, SourceDevices } from './sources.ts'
import { CornerName } from './vehicle.ts'

/** Newest version of the link an adapter may speak. */
export const LINK_VERSION = 1

const ChannelId = Type.String({ pattern: '^[A-Za-z][A-Za-z0-9.]{0,31}$' })
const reading = Type.Number({ minimum: -1e6, maximum: 1e6 })
const clockS = { minimum: 0, maximum: 1e10 }

export const DeviceKind = oneOf('module', 'heightGauge', 'pressureGauge', 'currentClamp')
export type DeviceKind = Static<typeof DeviceKind>
/** Everything a device may be told to do. */
export const DEVICE_ACTIONS = [
  'raise',
  'lower',
  'fill',
  'vent',
  'pump',
  'stop',
  'liftingOn',
  'liftingOff',
  'clearCodes',
  'calibrate',
] as const
export const DeviceAction = oneOf(...DEVICE_ACTIONS)
export type DeviceAction = Static<typeof DeviceAction>

/** One thing a device measures, named for what it is. */
export const Channel = closed({
  id: ChannelId,
  place: words(60),
  kind: oneOf('height', 'signal', 'pressure', 'current', 'voltage', 'temperature', 'state'),
  unit: oneOf('mm', 'per cent', 'bar', 'A', 'V', 'degC', '0 or 1'),
  corner: nullable(CornerName),
  least: Type.Number({ minimum: -1e6, maximum: 1e6, description: 'A value below cannot be' }),
  most: Type.Number({ minimum: -1e6, maximum: 1e6, description: 'A value above cannot be' }),
})
export type Channel = Static<typeof Channel>

/** What a device says of itself when it is attached. */
export const DeviceIdentity = closed({
  id: DeviceId,
  kind: DeviceKind,
  name: words(80),
  software: Type.String({ maxLength: 40 }),
  vehicleTypeId: nullable(uuid),
  channels: Type.Array(Channel, { maxItems: 40 }),
  actions: Type.Array(DeviceAction, { uniqueItems: true, maxItems: 10 }),
})
export type DeviceIdentity = Static<typeof DeviceIdentity>

/** What a module is doing; a gauge says none of it. */
export const ModuleState = closed({
  mode: ModeName,
  levelId: words(24),
  pumpOn: Type.Boolean(),
  /** Left out or null: not told. */
  pumpWay: Type.Optional(nullable(oneOf(...PUMP_WAYS))),
  open: Type.Array(ValveName, { maxItems: 8 }),
  lifting: Type.Boolean(),
  ignition: Type.Boolean(),
  supply: Type.Boolean(),
  doorOpen: Type.Boolean(),
})
export type ModuleState = Static<typeof ModuleState>

/** The values of a device at one moment of its own clock. */
export const Frame = closed({
  kind: Type.Literal('frame'),
  atS: Type.Number({
    ...clockS,
    description: 'By the device’s own clock, s since it was attached; never runs back',
  }),
  values: Type.Record(ChannelId, nullable(reading), {
    additionalProperties: false,
    description: 'Value of each channel in its own unit; null: no plausible value',
  }),
  module: Type.Optional(ModuleState),
})
export type Frame = Static<typeof Frame>

/** A value sent because somebody pressed the gauge's button. */
export const Press = closed({ kind: Type.Literal('press'), channel: ChannelId, value: reading })
export type Press = Static<typeof Press>

/**
 * A stored code: its number, its words, whether its reason is there now, and what the module saw
 * then.
 */
export const StoredCode = closed({
  number: Type.String({ pattern: '^[A-Z][0-9A-F]{4}$' }),
  words: words(120),
  present: Type.Boolean(),
  seen: nullable(
    closed({
      atS: reading,
      offMm: perCorner(nullable(reading)),
      galleryBarG: nullable(reading),
      pumpC: nullable(reading),
    }),
  ),
})
export type StoredCode = Static<typeof StoredCode>
export const Codes = closed({
  kind: Type.Literal('codes'),
  codes: Type.Array(StoredCode, { maxItems: 40 }),
})
export type Codes = Static<typeof Codes>

/** How a command went. */
export const Done = closed({
  kind: Type.Literal('done'),
  commandId: uuid,
  ok: Type.Boolean(),
  reason: Type.String({ maxLength: 300, description: 'Why not; empty when it was done' }),
})
export type Done = Static<typeof Done>

/** What an adapter sends. */
export const LinkMessages = closed(
  { messages: Type.Array(Type.Union([Frame, Press, Codes, Done]), { minItems: 1, maxItems: 400 }) },
  'What an adapter sends: frames, presses of a gauge’s button, stored codes, how commands went',
)
export type LinkMessage = Static<typeof LinkMessages>['messages'][number]
/** How an adapter attaches its device. */
export const LinkHello = closed(
  {
    format: Type.Literal('anklet-link'),
    formatVersion: version,
    identity: DeviceIdentity,
    token: Type.Optional(
      Type.String({
        minLength: 16,
        maxLength: 80,
        description: 'From an earlier attachment, to go on as the same device',
      }),
    ),
  },
  'How an adapter attaches its device',
)
export type LinkHello = Static<typeof LinkHello>
export const LinkWelcome = closed({ token: Type.String() })

const commanded = {
  action: DeviceAction,
  corner: nullable(CornerName),
  forS: nullable(
    Type.Number({
      exclusiveMinimum: 0,
      maximum: 120,
      description: 'How long, s; null: as the action needs',
    }),
  ),
  offMm: nullable(
    perCorner(
      Type.Number({
        minimum: -200,
        maximum: 200,
        description: 'What the tape says each corner stands over its level, mm',
      }),
    ),
  ),
}
/** A command as it reaches an adapter. */
export const LinkCommand = closed(
  { commandId: uuid, ...commanded },
  'A command as it reaches an adapter',
)
export type LinkCommand = Static<typeof LinkCommand>

/** Who works with a device: a person at a tablet, perhaps on a job. */
export const Holder = closed({ person: uuid, device: words(64), jobId: nullable(uuid) })
export type Holder = Static<typeof Holder>
/** A command as a page gives it. */
export const DeviceOrder = closed({
  ...LinkCommand.properties,
  holder: Holder,
  foldsInspected: Type.Boolean({
    description: 'Somebody looked at every fold before air goes into a spring the car stands on',
  }),
})
export type DeviceOrder = Static<typeof DeviceOrder>
export const OrderAnswer = closed({ commandId: uuid })

/** What is known of a device now. */
export const DeviceStatus = closed({
  identity: DeviceIdentity,
  standIn: Type.Boolean(),
  attached: Type.Boolean({ description: 'It was heard of within the last seconds' }),
  lastHeardAt: nullable(instant),
  heldBy: nullable(closed({ ...Holder.properties, since: instant })),
  codes: nullable(Type.Array(StoredCode)),
  standInNow: nullable(
    closed({
      faults: Type.Array(SimFault),
      speed: reading,
      temperatureC: reading,
      payloadN: someCorners(payloadN),
      lift: oneOf('ground', 'standing', 'hanging'),
    }),
  ),
})
export type DeviceStatus = Static<typeof DeviceStatus>

/**
 * What may be done to a stand-in that nobody can do to a real car from here: its key, doors, load,
 * weather, faults, clock; or its gauge's button pressed.
 */
export const StandInChange = closed({
  ignition: Type.Optional(Type.Boolean()),
  supply: Type.Optional(Type.Boolean()),
  doorOpen: Type.Optional(Type.Boolean()),
  payloadN: Type.Optional(someCorners(payloadN)),
  lift: Type.Optional(oneOf('ground', 'standing', 'hanging')),
  temperatureC: Type.Optional(temperatureC),
  faults: Type.Optional(Type.Array(SimFault, { maxItems: 12 })),
  speed: Type.Optional(
    Type.Integer({ minimum: 1, maximum: 600, description: 'Seconds of the vehicle per second' }),
  ),
  press: Type.Optional(
    closed({
      gauge: oneOf('heightGauge', 'pressureGauge', 'currentClamp'),
      corner: nullable(CornerName),
    }),
  ),
  afresh: Type.Optional(Type.Literal(true)),
})
export type StandInChange = Static<typeof StandInChange>

/** What the live stream tells, by the name of the event: each names its device. */
export interface DeviceEvents {
  readonly status: DeviceStatus & { readonly device: string }
  readonly frame: Frame & { readonly device: string }
  readonly press: Press & { readonly device: string }
}

const seconds = Type.Array(Type.Number(clockS), { description: 'Time since the log began, s' })
/** A recorded log without its values. */
export const LogHead = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  endedAt: nullable(instant),
  person: uuid,
  deviceName: words(80),
  title: words(80),
  channels: Type.Array(Channel),
  from: oneOf('link', 'file'),
  setAside: SetAside,
  rows: count,
})
export type LogHead = Static<typeof LogHead>
/** Something that happened in a log. */
export const LogMark = closed({ atS: Type.Number(clockS), words: words(160) })
export type LogMark = Static<typeof LogMark>
/** Values column by column, and what happened meanwhile. */
export const Trace = closed({
  atS: seconds,
  values: Type.Record(ChannelId, Type.Array(nullable(reading)), { additionalProperties: false }),
  marks: Type.Array(LogMark),
})
export type Trace = Static<typeof Trace>
export const LogRecord = closed({ head: LogHead, trace: Trace })
export type LogRecord = Static<typeof LogRecord>

/**
 * A test done in a job: what it measured, what it says, what it speaks for. Never changed and
 * never deleted.
 */
export const CheckKind = oneOf(
  'pump',
  'lift',
  'hold',
  'relay',
  'shopAir',
  'sweep',
  'whichCorner',
  'load',
  'habit',
)
export type CheckKind = Static<typeof CheckKind>
export const CheckRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  kind: CheckKind,
  corner: nullable(CornerName),
  verdict: oneOf('good', 'doubtful', 'bad', 'cannotTell'),
  sentence: words(300),
  lines: Type.Array(words(200), { maxItems: 20 }),
  speaksFor: Type.String({ maxLength: 300 }),
  logId: nullable(uuid),
  deviceIds: SourceDevices,
  setAside: SetAside,
  finds: Type.Optional(Type.Array(Found, { maxItems: 12, description: 'What it is evidence of' })),
})
export type CheckRecord = Static<typeof CheckRecord>

/** Gas put into a system, or let out of it. Never changed and never deleted. */
export const ChargeRecord = closed({
  id: uuid,
  vehicleId: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  gas: oneOf('nitrogen', 'dryAir', 'pump'),
  beforeBarG: pressureBarG,
  afterBarG: pressureBarG,
  temperatureC,
  addedBarL: Type.Number({
    minimum: -5000,
    maximum: 5000,
    description: 'Put in, bar-litre; negative: let out',
  }),
  words: Type.String({ maxLength: 300 }),
  corrects: Type.Optional(nullable(uuid)),
})
export type ChargeRecord = Static<typeof ChargeRecord>
