import type { Static } from '@sinclair/typebox'
import { Type } from '@sinclair/typebox'
import { closed, heightMm, instant, levelOffsetMm, nullable, oneOf, perCorner, temperatureC, uuid, words } from './quantities.ts'
import { Architecture, CornerName, Specifications, VehicleGeometry } from './vehicle.ts'

const version = Type.Integer({ minimum: 1 })

export const DisplayUnits = closed({ length: oneOf('mm', 'inch'), pressure: oneOf('bar', 'kPa', 'psi'), temperature: oneOf('degC', 'degF') })

export const ShopRecord = closed({ version, name: words(80), units: DisplayUnits })
export type Shop = Static<typeof ShopRecord>

export const PersonRecord = closed({ id: uuid, name: words(60) })
export type Person = Static<typeof PersonRecord>

export const VehicleTypeRecord = closed({ id: uuid, version, name: words(60), source: words(200), architecture: Architecture, geometry: VehicleGeometry, specifications: Specifications })
export type VehicleType = Static<typeof VehicleTypeRecord>

export const VehicleRecord = closed({ id: uuid, version, typeId: uuid, plate: words(16), note: Type.String({ maxLength: 300 }) })
export type Vehicle = Static<typeof VehicleRecord>

/** What the customer says, in taps. */
export const ComplaintRecord = closed({
  where: Type.Array(CornerName, { maxItems: 4, uniqueItems: true, description: 'Corners that go down; empty: not said' }),
  when: Type.Array(oneOf('overnight', 'hours', 'driving', 'loaded', 'sometimes'), { maxItems: 5, uniqueItems: true }),
  signs: Type.Array(oneOf('hiss', 'slowRise', 'pumpOften', 'pumpNever', 'message', 'afterRepair', 'pumpReplaced'), { maxItems: 7, uniqueItems: true }),
  words: Type.String({ maxLength: 500 }),
})
export type Complaint = Static<typeof ComplaintRecord>

const ReadingInput = closed({ corner: CornerName, lap: Type.Union([Type.Literal(1), Type.Literal(2)]), heightMm, at: instant })

export const ThermometerPlace = oneOf('atSprings', 'sameRoom', 'elsewhere')

const round = {
  levelId: words(24),
  method: Type.Literal('wheelCentreToArch'),
  temperatureC,
  thermometer: ThermometerPlace,
  rolledAndBounced: Type.Boolean({ description: 'Rolled a length both ways and every corner bounced before measuring' }),
  startedAt: instant,
  endedAt: instant,
}

/** A walk around the car as it is handed in. */
export const RoundInput = closed({ roundId: uuid, ...round, readings: Type.Array(ReadingInput, { minItems: 4, maxItems: 64 }) })
export type RoundInput = Static<typeof RoundInput>

const ReadingRecord = closed({ id: Type.Integer(), corner: CornerName, lap: Type.Integer(), heightMm, at: instant })
export type Reading = Static<typeof ReadingRecord>

export const RoundRecord = closed({
  id: uuid, vehicleId: uuid, jobId: uuid, purpose: oneOf('heights', 'evening', 'morning'), ...round, levelOffsetMm,
  person: uuid, device: Type.String(), readings: Type.Array(ReadingRecord),
})
export type Round = Static<typeof RoundRecord>

/** What was put on the job as the watch's answer. */
export const FindingRecord = closed({
  kind: oneOf('answer', 'nothingFits', 'readingWrong', 'moduleAwake'),
  best: words(20),
  probability: Type.Number({ minimum: 0, maximum: 1 }),
  sentence: words(300),
})
export type Finding = Static<typeof FindingRecord>

export const WatchRecord = closed({
  id: uuid, version, jobId: uuid, state: oneOf('running', 'walked', 'concluded', 'givenUp'),
  supplyCut: oneOf('fuse', 'battery', 'cutOffSwitch'),
  minutesSinceRun: nullable(Type.Integer()),
  startedAt: instant, plannedEndAt: instant,
  eveningRoundId: uuid, morningRoundId: nullable(uuid),
  undisturbed: nullable(Type.Boolean({ description: 'Supply still off, doors shut, nobody in the car; null before the morning' })),
  finding: nullable(FindingRecord), givenUpReason: nullable(Type.String()),
  startedBy: uuid,
})
export type Watch = Static<typeof WatchRecord>

const jobHead = {
  id: uuid, version, vehicleId: uuid, openedAt: instant, openedBy: uuid, closedAt: nullable(instant), complaint: ComplaintRecord,
}

export const JobRecord = closed({ ...jobHead, vehicle: VehicleRecord, vehicleType: VehicleTypeRecord, rounds: Type.Array(RoundRecord), watches: Type.Array(WatchRecord) })
export type Job = Static<typeof JobRecord>

/** What the floor shows of a job. */
export const JobSummaryRecord = closed({
  ...jobHead, plate: Type.String(), typeName: Type.String(), hasHeights: Type.Boolean(),
  latest: nullable(closed({ offDesignMm: perCorner(Type.Number({ description: 'Mean height over the design height at the level it stood at, mm' })), endedAt: instant })),
  watch: nullable(closed({ state: oneOf('running', 'walked', 'concluded'), startedAt: instant, plannedEndAt: instant, finding: nullable(FindingRecord) })),
})
export type JobSummary = Static<typeof JobSummaryRecord>

export const VehicleDetailRecord = closed({ vehicle: VehicleRecord, vehicleType: VehicleTypeRecord, rounds: Type.Array(RoundRecord), jobs: Type.Array(JobSummaryRecord) })
export type VehicleDetail = Static<typeof VehicleDetailRecord>
