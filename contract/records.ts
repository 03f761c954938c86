import { LENGTH_UNITS, PRESSURE_UNITS, TEMPERATURE_UNITS } from '@anklet/core/base/units'
import type { Static } from './quantities.ts'
import { Keeping } from './keeping.ts'
import { BackupSettings } from './backups.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  instant,
  levelOffsetMm,
  nullable,
  oneOf,
  perCorner,
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
import { ROLES } from './roles.ts'
import { SetAsideRecord } from './sources.ts'
import { WorkRecord, WorkSummary } from './work.ts'
import { CodeReadingRecord, CodeTextRecord } from './codes.ts'
import { ConclusionRecord, EvidenceRecord } from './knowledge.ts'
import { Architecture, CornerName, Guesses, Specifications, VehicleGeometry } from './vehicle.ts'
import { RoundRecord, WatchRecord, FindingRecord, LoadState, loadKg } from './rounds.ts'

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
  keeping: Type.Optional(nullable(Keeping)),
})
export type Shop = Static<typeof ShopRecord>

export const RoleName = oneOf(...ROLES)
export type Role = Static<typeof RoleName>

export const PersonRecord = closed({
  id: uuid,
  name: words(60),
  role: Type.Optional(RoleName),
  lead: Type.Optional(
    Type.Boolean({ description: 'In files of releases that knew no roles: agrees to deviations' }),
  ),
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
  erasedAt: Type.Optional(
    nullable(
      Type.String({ description: 'When plate, VIN and whatever tells whose it is were erased' }),
    ),
  ),
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
      /** null: nobody entered a design height. */
      offDesignMm: nullable(
        perCorner(
          Type.Number({
            description: 'Mean height over the design height at the level it stood at, mm',
          }),
        ),
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
  /** A corner that leaks, as a night told, or the fault itself. */
  found: nullable(oneOf('corner', 'fault')),
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
