import { sql } from 'drizzle-orm'
import {
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  smallint,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import type {
  CheckRecord,
  CodeReading,
  CodeText,
  EvidenceRecord,
  Found,
  KnowledgeChanges,
  Learned,
  Note,
  Photo,
  Repair,
} from '@anklet/contract'
import { vehicleType, ofVehicle, ofJob, byPerson, entryOfJob } from './cars.ts'
import { moment, bytes, deviceIds, setAside, version } from './columns.ts'

// What was seen, tested, said and found.

/** A figure or sentence kept on a job. Never changed and never deleted. */
export const note = pgTable(
  'note',
  {
    ...entryOfJob(),
    from: text('from').$type<Note['from']>().notNull(),
    title: text('title').notNull(),
    lines: jsonb('lines').$type<readonly string[]>().notNull(),
  },
  (table) => [index('note_job').on(table.jobId)],
)

/** What was replaced or mended, when. */
export const repair = pgTable(
  'repair',
  {
    id: uuid('id').primaryKey(),
    vehicleId: ofVehicle(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    personId: byPerson(),
    part: text('part').$type<Repair['part']>().notNull(),
    corners: jsonb('corners').$type<Repair['corners']>().notNull(),
    words: text('words').notNull(),
  },
  (table) => [index('repair_vehicle').on(table.vehicleId)],
)

export const photo = pgTable(
  'photo',
  {
    ...entryOfJob(),
    type: text('type').$type<Photo['type']>().notNull(),
    caption: text('caption').notNull(),
    picture: bytes('picture').notNull(),
    small: bytes('small'),
  },
  (table) => [index('photo_job').on(table.jobId)],
)

/** A test done in a job. Never changed and never deleted. */
export const checkDone = pgTable(
  'check_done',
  {
    ...entryOfJob(),
    kind: text('kind').$type<CheckRecord['kind']>().notNull(),
    corner: text('corner').$type<NonNullable<CheckRecord['corner']>>(),
    verdict: text('verdict').$type<CheckRecord['verdict']>().notNull(),
    sentence: text('sentence').notNull(),
    lines: jsonb('lines').$type<readonly string[]>().notNull(),
    speaksFor: text('speaks_for').notNull(),
    logId: uuid('log_id'),
    finds: jsonb('finds').$type<readonly Found[]>().notNull().default([]),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('check_done_job').on(table.jobId)],
)

/** What was found by hand, or said of evidence. Never changed and never deleted. */
export const evidence = pgTable(
  'evidence',
  {
    id: uuid('id').primaryKey(),
    // Clocks of two tablets differ: the order in which it came decides what was said last.
    seq: integer('seq').notNull().generatedAlwaysAsIdentity(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    personId: byPerson(),
    check: text('check').notNull(),
    say: text('say').$type<EvidenceRecord['say']>().notNull(),
    outcome: text('outcome'),
    reason: text('reason').notNull(),
    from: text('from').$type<NonNullable<EvidenceRecord['from']>>().notNull().default('hand'),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('evidence_job').on(table.jobId)],
)

/** The fault a job came to. Never changed and never deleted. */
export const conclusion = pgTable(
  'conclusion',
  {
    ...entryOfJob(),
    cause: text('cause').notNull(),
    sentence: text('sentence').notNull(),
    probability: doublePrecision('probability').notNull(),
    stands: jsonb('stands').$type<readonly string[]>().notNull(),
    photoId: uuid('photo_id'),
  },
  (table) => [index('conclusion_job').on(table.jobId)],
)

/** Codes of a module as they were read once. Never changed and never deleted. */
export const codeReading = pgTable(
  'code_reading',
  {
    ...entryOfJob(),
    from: text('from').$type<CodeReading['from']>().notNull(),
    tool: text('tool').notNull(),
    codes: jsonb('codes').$type<CodeReading['codes']>().notNull(),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('code_reading_job').on(table.jobId)],
)

/** What a code means on a vehicle type. */
export const codeText = pgTable(
  'code_text',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    number: text('number').notNull(),
    words: text('words').notNull(),
    points: text('points'),
    place: text('place').$type<NonNullable<CodeText['place']>>(),
  },
  (table) => [unique('code_text_number').on(table.typeId, table.number)],
)

/** Where the shop's knowledge differs from what ships. */
export const knowledge = pgTable(
  'knowledge',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    changes: jsonb('changes').$type<KnowledgeChanges>().notNull(),
    borrowed: jsonb('borrowed').$type<Learned>(),
  },
  (table) => [check('one_knowledge', sql`${table.id} = 1`)],
)
