import { sql } from 'drizzle-orm'
import { boolean, check, doublePrecision, index, integer, jsonb, pgTable, serial, smallint, text, timestamp, uuid } from 'drizzle-orm/pg-core'
import type { Architecture, Command, CommandResult, Complaint, Finding, Shop, Specification, VehicleGeometry } from '@anklet/contract'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })
const version = () => integer('version').notNull().default(1)

export const shop = pgTable('shop', {
  id: smallint('id').primaryKey().default(1),
  version: version(),
  name: text('name').notNull(),
  units: jsonb('units').$type<Shop['units']>().notNull(),
}, (table) => [check('one_shop', sql`${table.id} = 1`)])

export const person = pgTable('person', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull().unique('person_name'),
})

export const vehicleType = pgTable('vehicle_type', {
  id: uuid('id').primaryKey(),
  version: version(),
  name: text('name').notNull().unique('vehicle_type_name'),
  source: text('source').notNull(),
  architecture: jsonb('architecture').$type<Architecture>().notNull(),
  geometry: jsonb('geometry').$type<VehicleGeometry>().notNull(),
  specifications: jsonb('specifications').$type<Specification[]>().notNull().default([]),
})

export const vehicle = pgTable('vehicle', {
  id: uuid('id').primaryKey(),
  version: version(),
  typeId: uuid('type_id').notNull().references(() => vehicleType.id),
  plate: text('plate').notNull().unique('vehicle_plate'),
  note: text('note').notNull(),
})

export const job = pgTable('job', {
  id: uuid('id').primaryKey(),
  version: version(),
  vehicleId: uuid('vehicle_id').notNull().references(() => vehicle.id),
  openedAt: moment('opened_at').notNull(),
  openedBy: uuid('opened_by').notNull().references(() => person.id),
  closedAt: moment('closed_at'),
  complaint: jsonb('complaint').$type<Complaint>().notNull(),
}, (table) => [index('job_vehicle').on(table.vehicleId), index('job_closed').on(table.closedAt)])

/** A walk around the car. Never changed and never deleted. */
export const round = pgTable('round', {
  id: uuid('id').primaryKey(),
  vehicleId: uuid('vehicle_id').notNull().references(() => vehicle.id),
  jobId: uuid('job_id').notNull().references(() => job.id),
  purpose: text('purpose', { enum: ['heights', 'evening', 'morning'] }).notNull(),
  levelId: text('level_id').notNull(),
  levelOffsetMm: doublePrecision('level_offset_mm').notNull(),
  method: text('method', { enum: ['wheelCentreToArch'] }).notNull(),
  temperatureC: doublePrecision('temperature_c').notNull(),
  thermometer: text('thermometer', { enum: ['atSprings', 'sameRoom', 'elsewhere'] }).notNull(),
  rolledAndBounced: boolean('rolled_and_bounced').notNull(),
  startedAt: moment('started_at').notNull(),
  endedAt: moment('ended_at').notNull(),
  personId: uuid('person_id').notNull().references(() => person.id),
  device: text('device').notNull(),
}, (table) => [index('round_vehicle').on(table.vehicleId, table.endedAt), index('round_job').on(table.jobId), check('round_time', sql`${table.endedAt} >= ${table.startedAt}`)])

/** One reading of the tape. Never changed and never deleted. */
export const reading = pgTable('reading', {
  id: serial('id').primaryKey(),
  roundId: uuid('round_id').notNull().references(() => round.id),
  corner: text('corner', { enum: ['FL', 'FR', 'RL', 'RR'] }).notNull(),
  lap: smallint('lap').notNull(),
  heightMm: doublePrecision('height_mm').notNull(),
  at: moment('at').notNull(),
}, (table) => [index('reading_round').on(table.roundId), check('reading_height', sql`${table.heightMm} between 50 and 2000`), check('reading_lap', sql`${table.lap} in (1, 2)`)])

export const watch = pgTable('watch', {
  id: uuid('id').primaryKey(),
  version: version(),
  jobId: uuid('job_id').notNull().references(() => job.id),
  state: text('state', { enum: ['running', 'walked', 'concluded', 'givenUp'] }).notNull(),
  supplyCut: text('supply_cut', { enum: ['fuse', 'battery', 'cutOffSwitch'] }).notNull(),
  minutesSinceRun: integer('minutes_since_run'),
  startedAt: moment('started_at').notNull(),
  plannedEndAt: moment('planned_end_at').notNull(),
  eveningRoundId: uuid('evening_round_id').notNull().references(() => round.id),
  morningRoundId: uuid('morning_round_id').references(() => round.id),
  undisturbed: boolean('undisturbed'),
  finding: jsonb('finding').$type<Finding>(),
  givenUpReason: text('given_up_reason'),
  startedBy: uuid('started_by').notNull().references(() => person.id),
}, (table) => [index('watch_job').on(table.jobId), check('watch_time', sql`${table.plannedEndAt} > ${table.startedAt}`)])

/** Every accepted command, once: what makes a repeat harmless, and the journal of who did what. */
export const command = pgTable('command', {
  id: uuid('id').primaryKey(),
  type: text('type').$type<Command['type']>().notNull(),
  personId: uuid('person_id').notNull(),
  device: text('device').notNull(),
  at: moment('at').notNull(),
  receivedAt: moment('received_at').notNull().defaultNow(),
  baseVersion: integer('base_version'),
  payload: jsonb('payload').notNull(),
  fingerprint: text('fingerprint').notNull(),
  result: jsonb('result').$type<CommandResult>(),
}, (table) => [index('command_received').on(table.receivedAt)])
