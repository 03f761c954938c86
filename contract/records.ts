import { LENGTH_UNITS, PRESSURE_UNITS, TEMPERATURE_UNITS } from '@anklet/core/base/units'
import { THERMOMETERS } from '@anklet/core/measuring/leakdown'
import { LOAD_STATES } from '@anklet/core/measuring/exchange'
import { ROUND_STATES } from '@anklet/core/measuring/heights'
import type { Static } from './quantities.ts'
import { BackupSettings } from './backups.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  heightMm,
  instant,
  levelOffsetMm,
  nullable,
  oneOf,
  perCorner,
  reportedMm,
  temperatureC,
  uuid,
  words,
  version,
  day,
} from './quantities.ts'
import { ChargeRecord, CheckRecord, LogHead } from './devices.ts'
import { AgreementRecord, DecisionRecord } from './decision.ts'
import { ArrivalRecord, ComplaintRecord } from './intake.ts'
import { PlanRecord } from './procedure.ts'
import { ProofRecord } from './proof.ts'
import { SetAside, SetAsideRecord, SourceDevices } from './sources.ts'
import { WorkRecord, WorkSummary } from './work.ts'
import { CodeReadingRecord, CodeTextRecord } from './codes.ts'
import { ConclusionRecord, EvidenceRecord } from './knowledge.ts'
import {
  Architecture,
  CornerName,
  Guesses,
  Method,
  Specifications,
  VehicleGeometry,
} from './vehicle.ts'

export const DisplayUnits = closed({
  length: oneOf(...LENGTH_UNITS),
  pressure: oneOf(...PRESSURE_UNITS),
  temperature: oneOf(...TEMPERATURE_UNITS),
})

/** What an hour of work costs the customer. */
export const Rate = closed({
  currency: Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217' }),
  perHour: Type.Number({ exclusiveMinimum: 0, maximum: 1e6 }),
  taxPercent: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
})
export type Rate = Static<typeof Rate>

export const ShopRecord = closed({
  version,
  name: words(80),
  units: DisplayUnits,
  rate: Type.Optional(nullable(Rate)),
  backup: Type.Optional(nullable(BackupSettings)),
})
export type Shop = Static<typeof ShopRecord>

export const PersonRecord = closed({
  id: uuid,
  name: words(60),
  lead: Type.Optional(Type.Boolean({ description: 'Agrees to deviations' })),
})
export type Person = Static<typeof PersonRecord>

export const VehicleTypeRecord = closed({
  id: uuid,
  version,
  name: words(60),
  source: words(200),
  architecture: Architecture,
  geometry: VehicleGeometry,
  specifications: Specifications,
  guesses: Guesses,
})
export type VehicleType = Static<typeof VehicleTypeRecord>

/** What a leak-free night taught about the air volume of this one vehicle. */
export const VolumeLesson = closed({
  factor: Type.Number({
    minimum: 0.2,
    maximum: 5,
    description: 'True volume over the volume on record',
  }),
  share: Type.Number({ minimum: 0, maximum: 1, description: 'Standard deviation of the factor' }),
  watchId: uuid,
  at: instant,
})

export const vehicleFields = {
  typeId: uuid,
  plate: words(16),
  vin: Type.String({ maxLength: 24 }),
  note: Type.String({ maxLength: 2000 }),
  firstUsed: Type.Optional(nullable(day('On the road since'))),
  simulated: Type.Optional(
    Type.Boolean({
      description: 'Driven by a stand-in, for practice; said when it is made, never changed',
    }),
  ),
}
export const VehicleRecord = closed({
  id: uuid,
  version,
  ...vehicleFields,
  lesson: nullable(VolumeLesson),
})
export type Vehicle = Static<typeof VehicleRecord>

/** A figure or sentence kept on a job. Never changed and never deleted. */
export const NoteRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  from: oneOf('person', 'bench'),
  title: words(80),
  lines: Type.Array(words(400), { maxItems: 20 }),
})
export type Note = Static<typeof NoteRecord>

export const RepairedPart = oneOf(
  'airSpring',
  'strut',
  'shock',
  'line',
  'valveBlock',
  'compressor',
  'relay',
  'dryer',
  'reservoir',
  'sensor',
  'module',
  'coils',
  'other',
)
/** What was replaced or mended, when: marked in a vehicle’s history. */
export const RepairRecord = closed({
  id: uuid,
  vehicleId: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  part: RepairedPart,
  corners: Type.Array(CornerName, { maxItems: 4, uniqueItems: true }),
  words: Type.String({ maxLength: 300 }),
})
export type Repair = Static<typeof RepairRecord>

/** A photo of a job; its picture is at /api/photos/:id. */
export const PhotoRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  type: oneOf('image/jpeg', 'image/png', 'image/webp'),
  caption: Type.String({ maxLength: 200 }),
  bytes: Type.Integer(),
})
export type Photo = Static<typeof PhotoRecord>

const lap = Type.Integer({ minimum: 1, maximum: 20, description: 'Which time round the car' })
const ReadingInput = closed({ corner: CornerName, lap, heightMm, at: instant })
const floorMm = Type.Number({
  minimum: -200,
  maximum: 200,
  description: 'Height of the floor under the wheel, mm',
})

export const ThermometerPlace = oneOf(...THERMOMETERS)

export const LoadState = oneOf(...LOAD_STATES)

/**
 * What state a car was measured in: as it came; levelled by itself, engine on, or standing on
 * coils; its supply off; or left alone with its supply on.
 */
export const RoundState = oneOf(...ROUND_STATES)

const round = {
  levelId: words(24),
  method: Method,
  temperatureC,
  thermometer: ThermometerPlace,
  rolledAndBounced: Type.Boolean({
    description: 'Rolled a length both ways and every corner bounced before measuring',
  }),
  startedAt: instant,
  endedAt: instant,
}

/** Optional, for a round of a file that does not say it. */
const loadKg = Type.Optional(
  nullable(
    Type.Number({
      minimum: 1,
      maximum: 5000,
      description: 'What was loaded, kg; null: not weighed',
    }),
  ),
)

/** What may be said of a round besides: left out, it was not asked. */
const aside = {
  load: LoadState,
  padsMm: nullable(perCorner(floorMm)),
  reportedMm: nullable(reportedMm),
}

const walk = {
  roundId: uuid,
  ...round,
  load: Type.Optional(aside.load),
  loadKg,
  padsMm: Type.Optional(aside.padsMm),
  reportedMm: Type.Optional(aside.reportedMm),
  deviceIds: SourceDevices,
  readings: Type.Array(ReadingInput, { minItems: 4, maxItems: 80 }),
}
/** A walk around the car as it is handed in. */
export const RoundInput = closed({ ...walk, state: RoundState })
/** A round of a watch: the watch says its state, and none other may be said. */
export const WatchRoundInput = closed({ ...walk, state: Type.Optional(RoundState) })
/** A round of an earlier time, out of a file; null: the file does not say its state. */
export const ImportedRoundInput = closed({ ...walk, state: Type.Optional(nullable(RoundState)) })
export type ImportedRoundInput = Static<typeof ImportedRoundInput>
export type RoundInput = Static<typeof RoundInput>

/** The newest entry that replaces a reading; the reading itself stays as it was taken. */
export const CorrectionRecord = closed({
  id: uuid,
  heightMm: nullable(heightMm),
  reason: words(200),
  person: uuid,
  at: instant,
})
const ReadingRecord = closed({
  id: Type.Integer(),
  corner: CornerName,
  lap,
  heightMm,
  at: instant,
  correction: nullable(CorrectionRecord),
})
export type Reading = Static<typeof ReadingRecord>

export const RoundRecord = closed({
  id: uuid,
  vehicleId: uuid,
  jobId: uuid,
  purpose: oneOf('heights', 'evening', 'between', 'morning', 'imported'),
  ...round,
  ...aside,
  loadKg,
  state: Type.Optional(nullable(RoundState)),
  deviceIds: SourceDevices,
  setAside: SetAside,
  levelOffsetMm,
  person: uuid,
  device: Type.String(),
  readings: Type.Array(ReadingRecord),
})
export type Round = Static<typeof RoundRecord>

/** What was put on the job as the watch's answer. */
export const FindingRecord = closed({
  kind: oneOf('answer', 'twisted', 'nothingFits', 'moduleAwake'),
  best: words(20),
  probability: Type.Number({ minimum: 0, maximum: 1 }),
  sentence: words(300),
})
export type Finding = Static<typeof FindingRecord>

/** Where the supply was cut; `leftOn`: on purpose not at all, to tell a leak from a command. */
export const SupplyCut = oneOf('fuse', 'battery', 'cutOffSwitch', 'leftOn')

export const WatchRecord = closed({
  id: uuid,
  version,
  jobId: uuid,
  state: oneOf('running', 'walked', 'concluded', 'givenUp'),
  supplyCut: SupplyCut,
  minutesSinceRun: nullable(Type.Integer()),
  startedAt: instant,
  plannedEndAt: instant,
  eveningRoundId: uuid,
  betweenRoundIds: Type.Array(uuid),
  morningRoundId: nullable(uuid),
  supplyBackAt: nullable(instant),
  undisturbed: nullable(
    Type.Boolean({
      description: 'Supply still off, doors shut, nobody in the car; null before the morning',
    }),
  ),
  finding: nullable(FindingRecord),
  givenUpReason: nullable(Type.String()),
  startedBy: uuid,
})
export type Watch = Static<typeof WatchRecord>

const jobHead = {
  id: uuid,
  version,
  vehicleId: uuid,
  openedAt: instant,
  openedBy: uuid,
  closedAt: nullable(instant),
  closedReason: Type.Optional(
    nullable(
      Type.String({ maxLength: 500, description: 'Why it was closed with its finding open' }),
    ),
  ),
  complaint: ComplaintRecord,
}
const kept = {
  arrival: nullable(ArrivalRecord),
  notes: Type.Array(NoteRecord),
  repairs: Type.Array(RepairRecord),
  photos: Type.Array(PhotoRecord),
  checks: Type.Array(CheckRecord),
  evidence: Type.Array(EvidenceRecord),
  conclusions: Type.Array(ConclusionRecord),
  decisions: Type.Array(DecisionRecord),
  agreements: Type.Array(AgreementRecord),
  plans: Type.Array(PlanRecord),
  work: Type.Array(WorkRecord),
  proof: Type.Array(ProofRecord),
  codeReadings: Type.Array(CodeReadingRecord, {
    description: 'Of this job and of every other on this vehicle, oldest first',
  }),
  codeTexts: Type.Array(CodeTextRecord, { description: 'Of this vehicle type' }),
  charges: Type.Array(ChargeRecord),
  logs: Type.Array(LogHead),
  setAside: Type.Array(SetAsideRecord, {
    description: 'What a simulated vehicle told of a real car: it stays, and counts for nothing',
  }),
}

export const JobRecord = closed({
  ...jobHead,
  ...kept,
  workNow: nullable(WorkSummary),
  vehicle: VehicleRecord,
  vehicleType: VehicleTypeRecord,
  rounds: Type.Array(RoundRecord),
  watches: Type.Array(WatchRecord),
})
export type Job = Static<typeof JobRecord>

/** What the floor shows of a job. */
export const JobSummaryRecord = closed({
  ...jobHead,
  plate: Type.String(),
  simulated: Type.Boolean(),
  typeName: Type.String(),
  hasHeights: Type.Boolean(),
  latest: nullable(
    closed({
      offDesignMm: perCorner(
        Type.Number({
          description: 'Mean height over the design height at the level it stood at, mm',
        }),
      ),
      endedAt: instant,
    }),
  ),
  watch: nullable(
    closed({
      state: oneOf('running', 'walked', 'concluded'),
      startedAt: instant,
      plannedEndAt: instant,
      finding: nullable(FindingRecord),
      supplyIsOff: Type.Boolean({ description: 'Nobody has said yet that the supply is back' }),
    }),
  ),
  work: nullable(WorkSummary),
  found: Type.Boolean({ description: 'A finding is kept: a corner that leaks, or the fault' }),
  decided: nullable(oneOf('repair', 'leave')),
  handedOver: Type.Boolean({ description: 'Since the work was last changed' }),
})
export type JobSummary = Static<typeof JobSummaryRecord>

/** A round in a car's history: its means as they count, corrections in force. Ride heights only. */
export const HistoryRecord = closed({
  id: uuid,
  jobId: uuid,
  purpose: RoundRecord.properties.purpose,
  load: LoadState,
  loadKg,
  levelId: words(24),
  levelOffsetMm,
  temperatureC,
  endedAt: instant,
  meanMm: perCorner(Type.Number({ description: 'Mean height, mm' })),
})
export type HistoryRound = Static<typeof HistoryRecord>

/** Every round of a car with every reading. */
export const VehicleRoundsRecord = Type.Array(RoundRecord)

export const VehicleDetailRecord = closed({
  vehicle: VehicleRecord,
  vehicleType: VehicleTypeRecord,
  history: Type.Array(HistoryRecord),
  jobs: Type.Array(JobSummaryRecord),
  repairs: Type.Array(RepairRecord),
  photos: Type.Array(PhotoRecord),
  charges: Type.Array(ChargeRecord),
  codeReadings: Type.Array(CodeReadingRecord),
  codeTexts: Type.Array(CodeTextRecord),
  proof: Type.Array(ProofRecord, {
    description: 'Calibrations, returns and handovers, oldest first',
  }),
  pumpDays: Type.Array(
    closed({ at: instant, minutesPerDay: Type.Number(), startsPerDay: Type.Number() }),
    { description: 'How much the pump worked, whenever it was listened to' },
  ),
  odometer: Type.Array(closed({ at: instant, km: Type.Integer() })),
})
export type VehicleDetail = Static<typeof VehicleDetailRecord>
