import type { TSchema } from '@sinclair/typebox'
import type { Static } from './quantities.ts'
import { Keeping } from './keeping.ts'
import { BackupSettings } from './backups.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  heightMm,
  instant,
  nullable,
  oneOf,
  uuid,
  words,
  version,
  day,
} from './quantities.ts'
import { ChargeRecord, CheckRecord, Trace, Channel } from './devices.ts'
import { AgreementRecord, CoilRecord, DecisionRecord, PartRecord } from './decision.ts'
import { CodeReadingRecord, CodeTextRecord } from './codes.ts'
import { ConclusionRecord, EvidenceRecord, KnowledgeBook, KnowledgeChanges } from './knowledge.ts'
import { ArrivalRecord, ComplaintRecord } from './intake.ts'
import { AnyProcedureBook, PlanRecord, ShopWay, TorqueRecord } from './procedure.ts'
import { ProofRecord } from './proof.ts'
import { DeviceId } from './sources.ts'
import { WorkRecord } from './work.ts'
import {
  FindingRecord,
  ImportedRoundInput,
  RoundInput,
  SupplyCut,
  WatchRoundInput,
} from './rounds.ts'
import {
  DisplayUnits,
  Rate,
  RepairedPart,
  RoleName,
  vehicleFields,
  VolumeLesson,
} from './records.ts'
import { CornerName, typeFields } from './vehicle.ts'

/**
 * The envelope every write travels in. `id` is made by the client, once per intention: sent again,
 * it changes nothing twice.
 * `baseVersion` is the version of the record the person was looking at; null where a new one is
 * made.
 */
const command = <Name extends string, Payload extends TSchema>(type: Name, payload: Payload) =>
  closed({
    id: uuid,
    type: Type.Literal(type),
    person: uuid,
    device: Type.String({ minLength: 1, maxLength: 64 }),
    at: instant,
    baseVersion: nullable(version),
    payload,
  })

// A record's fields but for those the envelope says.
const without = <Fields extends Record<string, TSchema>, Name extends keyof Fields>(
  fields: Fields,
  ...names: readonly Name[]
): Omit<Fields, Name> =>
  Object.fromEntries(
    Object.entries(fields).filter(([name]) => !(names as readonly string[]).includes(name)),
  ) as Omit<Fields, Name>

// What is entered of a record: who, when and whether it counts the server says.
const entered = <Fields extends Record<'id' | 'at' | 'person' | 'setAside', TSchema>>(
  fields: Fields,
) => without(fields, 'id', 'at', 'person', 'setAside')

/** Every command, by its name. */
export const COMMANDS = {
  'person.add': command(
    'person.add',
    closed({ personId: uuid, name: words(60), role: Type.Optional(RoleName) }),
  ),
  'person.role': command('person.role', closed({ personId: uuid, role: RoleName })),
  'shop.change': command(
    'shop.change',
    closed({
      name: words(80),
      units: DisplayUnits,
      rate: Type.Optional(nullable(Rate)),
      backup: Type.Optional(BackupSettings),
      keeping: Type.Optional(Keeping),
    }),
  ),
  'vehicleType.save': command(
    'vehicleType.save',
    closed({
      typeId: uuid,
      ...typeFields,
    }),
  ),
  'vehicle.save': command(
    'vehicle.save',
    closed({
      vehicleId: uuid,
      typeId: uuid,
      plate: words(16),
      vin: Type.Optional(Type.String({ maxLength: 24 })),
      note: Type.String({ maxLength: 2000 }),
      firstUsed: Type.Optional(nullable(day('On the road since'))),
      simulated: vehicleFields.simulated,
    }),
  ),
  'vehicle.learn': command(
    'vehicle.learn',
    closed({ vehicleId: uuid, lesson: nullable(VolumeLesson) }),
  ),
  'vehicle.erase': command('vehicle.erase', closed({ vehicleId: uuid, reason: words(200) })),
  'job.open': command(
    'job.open',
    closed({ jobId: uuid, vehicleId: uuid, complaint: ComplaintRecord }),
  ),
  'job.complaint': command('job.complaint', closed({ jobId: uuid, complaint: ComplaintRecord })),
  'job.arrive': command('job.arrive', closed({ jobId: uuid, arrival: ArrivalRecord })),
  'job.note': command(
    'job.note',
    closed({
      noteId: uuid,
      jobId: uuid,
      from: oneOf('person', 'bench'),
      title: words(80),
      lines: Type.Array(words(400), { maxItems: 20 }),
    }),
  ),
  'job.repair': command(
    'job.repair',
    closed({
      repairId: uuid,
      jobId: uuid,
      part: RepairedPart,
      corners: Type.Array(CornerName, { maxItems: 4, uniqueItems: true }),
      words: Type.String({ maxLength: 300 }),
    }),
  ),
  'photo.add': command(
    'photo.add',
    closed({
      photoId: uuid,
      jobId: uuid,
      caption: Type.String({ maxLength: 200 }),
      picture: Type.String({
        minLength: 16,
        maxLength: 6_000_000,
        description: 'The picture, base64; JPEG, PNG or WebP',
      }),
      small: Type.Optional(
        Type.String({
          minLength: 16,
          maxLength: 200_000,
          description: 'The same, small enough for a list',
        }),
      ),
    }),
  ),
  'check.record': command(
    'check.record',
    closed({ checkId: uuid, ...entered(CheckRecord.properties) }),
  ),
  'evidence.say': command(
    'evidence.say',
    closed({
      evidenceId: uuid,
      ...entered(EvidenceRecord.properties),
    }),
  ),
  'job.conclude': command(
    'job.conclude',
    closed({ conclusionId: uuid, ...without(ConclusionRecord.properties, 'id', 'at', 'person') }),
  ),
  'codes.record': command(
    'codes.record',
    closed({
      readingId: uuid,
      ...entered(CodeReadingRecord.properties),
    }),
  ),
  'codeText.save': command(
    'codeText.save',
    closed({ textId: uuid, ...without(CodeTextRecord.properties, 'id', 'version') }),
  ),
  'knowledge.save': command('knowledge.save', closed({ changes: KnowledgeChanges })),
  'knowledge.import': command('knowledge.import', closed({ book: KnowledgeBook })),
  'part.save': command(
    'part.save',
    closed({ partId: uuid, ...without(PartRecord.properties, 'id', 'version') }),
  ),
  'part.drop': command('part.drop', closed({ partId: uuid })),
  'coils.save': command(
    'coils.save',
    closed({ coils: Type.Array(CoilRecord, { minItems: 1, maxItems: 5000 }) }),
  ),
  'coil.drop': command('coil.drop', closed({ coilId: uuid })),
  'decision.take': command(
    'decision.take',
    closed({ decisionId: uuid, ...without(DecisionRecord.properties, 'id', 'at', 'person') }),
  ),
  'decision.agree': command(
    'decision.agree',
    closed({ agreementId: uuid, ...without(AgreementRecord.properties, 'id', 'at', 'person') }),
  ),
  'procedures.save': command(
    'procedures.save',
    closed({ book: nullable(AnyProcedureBook), way: ShopWay }),
  ),
  'torque.save': command(
    'torque.save',
    closed({ torqueId: uuid, ...without(TorqueRecord.properties, 'id', 'version') }),
  ),
  'torque.drop': command('torque.drop', closed({ torqueId: uuid })),
  'plan.make': command(
    'plan.make',
    closed({ planId: uuid, ...without(PlanRecord.properties, 'id', 'at', 'person', 'carried') }),
  ),
  'work.record': command(
    'work.record',
    closed({ entryId: uuid, ...entered(WorkRecord.properties) }),
  ),
  'proof.record': command(
    'proof.record',
    closed({ entryId: uuid, ...entered(ProofRecord.properties) }),
  ),
  'charge.record': command(
    'charge.record',
    closed({
      chargeId: uuid,
      ...without(ChargeRecord.properties, 'id', 'vehicleId', 'at', 'person'),
    }),
  ),
  'log.start': command(
    'log.start',
    closed({ logId: uuid, jobId: uuid, deviceId: DeviceId, title: words(80) }),
  ),
  'log.stop': command('log.stop', closed({ logId: uuid })),
  'log.keep': command(
    'log.keep',
    closed({
      logId: uuid,
      jobId: uuid,
      title: words(80),
      deviceName: words(80),
      startedAt: instant,
      rows: Type.Integer({ minimum: 1, maximum: 100_000_000 }),
      channels: Type.Array(Channel, { minItems: 1, maxItems: 40 }),
      trace: Trace,
    }),
  ),
  'job.close': command(
    'job.close',
    closed({
      jobId: uuid,
      reason: Type.Optional(
        Type.String({ maxLength: 500, description: 'Why it is closed with its finding open' }),
      ),
    }),
  ),
  'job.reopen': command('job.reopen', closed({ jobId: uuid })),
  'round.record': command('round.record', closed({ jobId: uuid, round: RoundInput })),
  'rounds.import': command(
    'rounds.import',
    closed({
      jobId: uuid,
      vehicleId: uuid,
      from: words(120),
      rounds: Type.Array(ImportedRoundInput, { minItems: 1, maxItems: 500 }),
    }),
  ),
  'reading.correct': command(
    'reading.correct',
    closed({
      correctionId: uuid,
      readingId: Type.Integer({ minimum: 1, maximum: 2_147_483_647 }),
      heightMm: Type.Union([heightMm, Type.Null()], {
        description: 'What it should have been; null: leave it out',
      }),
      reason: words(200),
    }),
  ),
  'watch.start': command(
    'watch.start',
    closed({
      watchId: uuid,
      jobId: uuid,
      round: WatchRoundInput,
      supplyCut: SupplyCut,
      // What must be so before a watch means anything. Only the supply may be left on, and on
      // purpose.
      supplyProved: Type.Boolean(),
      tagged: Type.Literal(true),
      doorsShut: Type.Literal(true),
      minutesSinceRun: nullable(Type.Integer({ minimum: 0, maximum: 100_000 })),
      plannedEndAt: instant,
    }),
  ),
  'watch.look': command('watch.look', closed({ watchId: uuid, round: WatchRoundInput })),
  'watch.finish': command(
    'watch.finish',
    closed({ watchId: uuid, round: WatchRoundInput, undisturbed: Type.Boolean() }),
  ),
  'watch.conclude': command('watch.conclude', closed({ watchId: uuid, finding: FindingRecord })),
  'watch.giveUp': command('watch.giveUp', closed({ watchId: uuid, reason: words(200) })),
  'watch.supplyBack': command('watch.supplyBack', closed({ watchId: uuid })),
} as const

/** A command's name. */
export type CommandType = keyof typeof COMMANDS
/** A command by its name. */
export type CommandOf<Name extends CommandType> = Static<(typeof COMMANDS)[Name]>
/** What a command carries. */
export type CommandPayload<Name extends CommandType> = CommandOf<Name>['payload']
/** Any command. */
export type Command = { [Name in CommandType]: CommandOf<Name> }[CommandType]

/** What an accepted command answers; the same again when it is sent again. */
export const CommandAnswer = closed({
  id: uuid,
  version: nullable(Type.Integer()),
  repeated: Type.Boolean(),
})
export type CommandResult = Static<typeof CommandAnswer>
