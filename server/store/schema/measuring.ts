import { sql } from 'drizzle-orm'
import {
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  smallint,
  text,
  uuid,
} from 'drizzle-orm/pg-core'
import type { ChargeRecord, Finding, LogHead, Round, Trace } from '@anklet/contract'
import { METHODS, ROUND_STATES } from '@anklet/core/measuring/heights'
import { person, ofVehicle, ofJob, byPerson } from './cars.ts'
import { deviceIds, setAside, moment, version } from './columns.ts'

// What was measured: rounds, watches, charges, logs.

/** A walk around the car. Never changed and never deleted. */
export const round = pgTable(
  'round',
  {
    id: uuid('id').primaryKey(),
    vehicleId: ofVehicle(),
    jobId: ofJob(),
    purpose: text('purpose', {
      enum: ['heights', 'evening', 'between', 'morning', 'imported'],
    }).notNull(),
    levelId: text('level_id').notNull(),
    levelOffsetMm: doublePrecision('level_offset_mm').notNull(),
    method: text('method', { enum: METHODS }).notNull(),
    load: text('load', { enum: ['empty', 'driver', 'laden'] })
      .notNull()
      .default('empty'),
    loadKg: doublePrecision('load_kg'),
    state: text('state', { enum: ROUND_STATES }),
    padsMm: jsonb('pads_mm').$type<NonNullable<Round['padsMm']>>(),
    reportedMm: jsonb('reported_mm').$type<NonNullable<Round['reportedMm']>>(),
    deviceIds: deviceIds(),
    setAside: setAside(),
    temperatureC: doublePrecision('temperature_c').notNull(),
    thermometer: text('thermometer', { enum: ['atSprings', 'sameRoom', 'elsewhere'] }).notNull(),
    rolledAndBounced: boolean('rolled_and_bounced').notNull(),
    startedAt: moment('started_at').notNull(),
    endedAt: moment('ended_at').notNull(),
    personId: byPerson(),
    device: text('device').notNull(),
    // Means of the corners as they count, corrections in force, mm: kept, for lists and trends read
    // them of thousands of rounds at once.
    meanFL: doublePrecision('mean_fl'),
    meanFR: doublePrecision('mean_fr'),
    meanRL: doublePrecision('mean_rl'),
    meanRR: doublePrecision('mean_rr'),
  },
  (table) => [
    index('round_vehicle').on(table.vehicleId, table.endedAt),
    index('round_job').on(table.jobId),
    check('round_time', sql`${table.endedAt} >= ${table.startedAt}`),
  ],
)

/** One reading of the tape. Never changed and never deleted. */
export const reading = pgTable(
  'reading',
  {
    id: serial('id').primaryKey(),
    roundId: uuid('round_id')
      .notNull()
      .references(() => round.id),
    corner: text('corner', { enum: ['FL', 'FR', 'RL', 'RR'] }).notNull(),
    lap: smallint('lap').notNull(),
    heightMm: doublePrecision('height_mm').notNull(),
    at: moment('at').notNull(),
  },
  (table) => [
    index('reading_round').on(table.roundId),
    check('reading_height', sql`${table.heightMm} between 50 and 2000`),
    check('reading_lap', sql`${table.lap} between 1 and 20`),
  ],
)

/**
 * What replaces a reading: the newest entry counts, and null leaves the reading out. Never changed
 * and never deleted.
 */
export const correction = pgTable(
  'correction',
  {
    id: uuid('id').primaryKey(),
    readingId: integer('reading_id')
      .notNull()
      .references(() => reading.id),
    heightMm: doublePrecision('height_mm'),
    reason: text('reason').notNull(),
    personId: byPerson(),
    at: moment('at').notNull(),
  },
  (table) => [index('correction_reading').on(table.readingId)],
)

export const watch = pgTable(
  'watch',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    jobId: ofJob(),
    state: text('state', { enum: ['running', 'walked', 'concluded', 'givenUp'] }).notNull(),
    supplyCut: text('supply_cut', {
      enum: ['fuse', 'battery', 'cutOffSwitch', 'leftOn'],
    }).notNull(),
    minutesSinceRun: integer('minutes_since_run'),
    startedAt: moment('started_at').notNull(),
    plannedEndAt: moment('planned_end_at').notNull(),
    eveningRoundId: uuid('evening_round_id')
      .notNull()
      .references(() => round.id),
    betweenRoundIds: jsonb('between_round_ids').$type<readonly string[]>().notNull().default([]),
    supplyBackAt: moment('supply_back_at'),
    morningRoundId: uuid('morning_round_id').references(() => round.id),
    undisturbed: boolean('undisturbed'),
    finding: jsonb('finding').$type<Finding>(),
    givenUpReason: text('given_up_reason'),
    startedBy: uuid('started_by')
      .notNull()
      .references(() => person.id),
  },
  (table) => [
    index('watch_job').on(table.jobId),
    check('watch_time', sql`${table.plannedEndAt} > ${table.startedAt}`),
  ],
)

/** Gas put in or let out. Never changed and never deleted. */
export const charge = pgTable(
  'charge',
  {
    id: uuid('id').primaryKey(),
    vehicleId: ofVehicle(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    personId: byPerson(),
    gas: text('gas').$type<ChargeRecord['gas']>().notNull(),
    beforeBarG: doublePrecision('before_bar_g').notNull(),
    afterBarG: doublePrecision('after_bar_g').notNull(),
    temperatureC: doublePrecision('temperature_c').notNull(),
    addedBarL: doublePrecision('added_bar_l').notNull(),
    words: text('words').notNull(),
    /** The entry in whose place it stands. */
    corrects: uuid('corrects'),
  },
  (table) => [index('charge_vehicle').on(table.vehicleId), index('charge_job').on(table.jobId)],
)

/** A recorded log; its values lie in chunks as they came. */
export const deviceLog = pgTable(
  'device_log',
  {
    id: uuid('id').primaryKey(),
    jobId: ofJob(),
    at: moment('at').notNull(),
    endedAt: moment('ended_at'),
    personId: byPerson(),
    deviceId: text('device_id').notNull(),
    deviceName: text('device_name').notNull(),
    title: text('title').notNull(),
    channels: jsonb('channels').$type<LogHead['channels']>().notNull(),
    from: text('from').$type<LogHead['from']>().notNull(),
    rows: integer('rows').notNull().default(0),
    setAside: setAside(),
  },
  (table) => [index('device_log_job').on(table.jobId)],
)

export const logChunk = pgTable(
  'log_chunk',
  {
    logId: uuid('log_id')
      .notNull()
      .references(() => deviceLog.id),
    seq: integer('seq').notNull(),
    trace: jsonb('trace').$type<Trace>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.logId, table.seq] })],
)
