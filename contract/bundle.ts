import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, heightMm, instant, nullable, uuid, version, count } from './quantities.ts'
import { ChargeRecord, CheckRecord, LogHead, Trace } from './devices.ts'
import { AgreementRecord, CoilRecord, DecisionRecord, PartRecord } from './decision.ts'
import { CodeReadingRecord, CodeTextRecord } from './codes.ts'
import { ArrivalRecord, ComplaintRecord } from './intake.ts'
import { AnyProcedureBook, PlanRecord, ShopWay, TorqueRecord } from './procedure.ts'
import { ConclusionRecord, EvidenceRecord, KnowledgeChanges, Learned } from './knowledge.ts'
import { WorkRecord } from './work.ts'
import { ProofRecord } from './proof.ts'
import { CorrectionRecord, RoundRecord, WatchRecord } from './rounds.ts'
import {
  NoteRecord,
  PersonRecord,
  PhotoRecord,
  RepairRecord,
  ShopRecord,
  VehicleRecord,
  VehicleTypeRecord,
} from './records.ts'

/** Newest version of the bundle this release writes; it reads every version up to this one. */
export const BUNDLE_VERSION = 11

const JobHead = closed({
  id: uuid,
  version: version,
  vehicleId: uuid,
  openedAt: instant,
  openedBy: uuid,
  closedAt: nullable(instant),
  closedReason: Type.Optional(nullable(Type.String({ maxLength: 500 }))),
  complaint: ComplaintRecord,
  arrival: nullable(ArrivalRecord),
})
const { readings: _readings, ...roundHead } = RoundRecord.properties
// A reading's number is given by each database anew, so in a file its place in the round names it.
const BundledReading = closed({
  corner: RoundRecord.properties.readings.items.properties.corner,
  lap: Type.Integer({ minimum: 1, maximum: 20 }),
  heightMm,
  at: instant,
  corrections: Type.Array(CorrectionRecord),
})

/** A whole shop as one file. */
export const ShopBundle = closed(
  {
    format: Type.Literal('anklet-shop'),
    formatVersion: version,
    exportedAt: instant,
    shop: ShopRecord,
    people: Type.Array(PersonRecord),
    vehicleTypes: Type.Array(VehicleTypeRecord),
    vehicles: Type.Array(VehicleRecord),
    jobs: Type.Array(JobHead),
    rounds: Type.Array(
      closed({ ...roundHead, readings: Type.Array(BundledReading, { minItems: 4 }) }),
    ),
    watches: Type.Array(WatchRecord),
    notes: Type.Array(NoteRecord),
    repairs: Type.Array(RepairRecord),
    checks: Type.Optional(Type.Array(CheckRecord)),
    evidence: Type.Optional(Type.Array(EvidenceRecord)),
    conclusions: Type.Optional(Type.Array(ConclusionRecord)),
    codeReadings: Type.Optional(Type.Array(CodeReadingRecord)),
    codeTexts: Type.Optional(Type.Array(CodeTextRecord)),
    knowledge: Type.Optional(
      nullable(closed({ changes: KnowledgeChanges, borrowed: nullable(Learned) })),
    ),
    parts: Type.Optional(Type.Array(PartRecord)),
    coils: Type.Optional(Type.Array(CoilRecord)),
    decisions: Type.Optional(Type.Array(DecisionRecord)),
    agreements: Type.Optional(Type.Array(AgreementRecord)),
    procedures: Type.Optional(nullable(closed({ book: nullable(AnyProcedureBook), way: ShopWay }))),
    torques: Type.Optional(Type.Array(TorqueRecord)),
    plans: Type.Optional(Type.Array(PlanRecord)),
    work: Type.Optional(Type.Array(WorkRecord)),
    proof: Type.Optional(Type.Array(ProofRecord)),
    charges: Type.Optional(Type.Array(ChargeRecord)),
    logs: Type.Optional(Type.Array(closed({ head: LogHead, trace: Trace }))),
    photos: Type.Array(
      closed({ ...PhotoRecord.properties, picture: Type.String({ description: 'Base64' }) }),
    ),
  },
  'A whole workshop: people, vehicle types, vehicles, jobs, rounds with every ' +
    'reading and correction, watches, notes, repairs, tests, evidence, ' +
    'conclusions, codes and their texts, knowledge, parts, coils, decisions, ' +
    'agreements, procedures, torques, plans, work, charges, logs and photos',
)
export type ShopBundle = Static<typeof ShopBundle>

/** How many records were new, and how many were here already. */
export const BundleOutcome = closed({ added: count, known: count })
export type BundleOutcome = Static<typeof BundleOutcome>
