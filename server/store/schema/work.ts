import { sql } from 'drizzle-orm'
import {
  boolean,
  check,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  serial,
  smallint,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import type {
  ProofRecord,
  Agreement,
  Decision,
  Part,
  PlanMade,
  AnyProcedureBook,
  Procedures,
  WorkRecord,
  Torque,
} from '@anklet/contract'
import { version, moment, setAside } from './columns.ts'
import { vehicleType, ofJob, byPerson, entryOfJob } from './cars.ts'

// What is decided, planned, done and proved.

/** What the shop fits on a vehicle type. */
export const part = pgTable(
  'part',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    kind: text('kind').$type<Part['kind']>().notNull(),
    axle: text('axle').$type<NonNullable<Part['axle']>>(),
    name: text('name').notNull(),
    number: text('number').notNull(),
    cost: doublePrecision('cost').notNull(),
    hours: doublePrecision('hours').notNull(),
    pairHours: doublePrecision('pair_hours'),
    leadDays: integer('lead_days').notNull(),
    life: jsonb('life').$type<NonNullable<Part['life']>>(),
    warranty: text('warranty').notNull().default(''),
  },
  (table) => [index('part_type').on(table.typeId)],
)

/** A coil of the shop's list. */
export const coil = pgTable(
  'coil',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull().unique('coil_name'),
    rateNPerMm: doublePrecision('rate_n_per_mm').notNull(),
    freeLengthMm: doublePrecision('free_length_mm').notNull(),
    solidLengthMm: doublePrecision('solid_length_mm').notNull(),
    cost: doublePrecision('cost').notNull(),
    leadDays: integer('lead_days').notNull(),
  },
  (table) => [check('coil_length', sql`${table.solidLengthMm} < ${table.freeLengthMm}`)],
)

/** What was decided on a job. Never changed and never deleted. */
export const decision = pgTable(
  'decision',
  {
    ...entryOfJob(),
    option: text('option').notNull(),
    title: text('title').notNull(),
    reason: text('reason').notNull(),
    validUntil: date('valid_until', { mode: 'string' }),
    currency: text('currency').notNull(),
    lines: jsonb('lines').$type<Decision['lines']>().notNull(),
    taxPercent: doublePrecision('tax_percent').notNull(),
    over: jsonb('over').$type<NonNullable<Decision['over']>>(),
    coils: jsonb('coils').$type<NonNullable<Decision['coils']>>().notNull().default({}),
    corner: text('corner').$type<NonNullable<Decision['corner']>>(),
  },
  (table) => [index('decision_job').on(table.jobId)],
)

/** That an owner agreed. Never changed and never deleted. */
export const agreement = pgTable(
  'agreement',
  {
    id: uuid('id').primaryKey(),
    jobId: ofJob(),
    decisionId: uuid('decision_id')
      .notNull()
      .references(() => decision.id),
    at: moment('at').notNull(),
    personId: byPerson(),
    name: text('name').notNull(),
    way: text('way').$type<Agreement['way']>().notNull(),
  },
  (table) => [index('agreement_job').on(table.jobId)],
)

/** The shop's procedures where they differ from what ships, and what it settles its own way. */
export const procedures = pgTable(
  'procedures',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    book: jsonb('book').$type<AnyProcedureBook>(),
    way: jsonb('way').$type<Procedures['way']>().notNull(),
  },
  (table) => [check('one_procedures', sql`${table.id} = 1`)],
)

/** A torque of the shop's sheet. */
export const torque = pgTable(
  'torque',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    fastener: text('fastener').notNull(),
    minNm: doublePrecision('min_nm').notNull(),
    maxNm: doublePrecision('max_nm').notNull(),
    thenDegrees: doublePrecision('then_degrees'),
    unit: text('unit').$type<NonNullable<Torque['unit']>>().notNull().default('N.m'),
    source: text('source').notNull(),
    date: date('date', { mode: 'string' }).notNull(),
  },
  (table) => [
    unique('torque_fastener').on(table.typeId, table.fastener),
    check('torque_range', sql`${table.minNm} <= ${table.maxNm}`),
  ],
)

/** A plan as it was made. Never changed and never deleted. */
export const plan = pgTable(
  'plan',
  {
    ...entryOfJob(),
    jobs: jsonb('jobs').$type<PlanMade['jobs']>().notNull(),
    support: text('support').$type<PlanMade['support']>().notNull(),
    way: jsonb('way').$type<PlanMade['way']>().notNull(),
    alone: boolean('alone').notNull(),
    flat: jsonb('flat').$type<PlanMade['flat']>().notNull().default([]),
    order: jsonb('order').$type<PlanMade['order']>().notNull(),
    carried: jsonb('carried').$type<NonNullable<PlanMade['carried']>>().notNull().default([]),
  },
  (table) => [index('plan_job').on(table.jobId)],
)

/**
 * What happened in the work on a car, in the order it was taken. Never changed and never deleted.
 */
export const workEntry = pgTable(
  'work_entry',
  {
    id: uuid('id').primaryKey(),
    seq: serial('seq').notNull(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    personId: byPerson(),
    content: jsonb('content').$type<WorkRecord['content']>().notNull(),
    setAside: setAside(),
  },
  (table) => [index('work_entry_job').on(table.jobId, table.seq)],
)

/** What shows that a repair counts. Never changed and never deleted. */
export const proofEntry = pgTable(
  'proof_entry',
  {
    id: uuid('id').primaryKey(),
    seq: serial('seq').notNull(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    personId: byPerson(),
    content: jsonb('content').$type<ProofRecord['content']>().notNull(),
    setAside: setAside(),
  },
  (table) => [index('proof_entry_job').on(table.jobId, table.seq)],
)
