import { sql } from 'drizzle-orm'
import {
  boolean,
  check,
  date,
  index,
  jsonb,
  pgTable,
  smallint,
  text,
  uuid,
} from 'drizzle-orm/pg-core'
import type {
  BackupSettings,
  Keeping,
  Architecture,
  ArrivalRecord,
  Complaint,
  Rate,
  Role,
  Shop,
  Specification,
  Vehicle,
  VehicleGeometry,
} from '@anklet/contract'
import { version, moment } from './columns.ts'

// The shop, its people, types, cars and jobs.

export const shop = pgTable(
  'shop',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    name: text('name').notNull(),
    units: jsonb('units').$type<Shop['units']>().notNull(),
    rate: jsonb('rate').$type<Rate>(),
    backup: jsonb('backup').$type<BackupSettings>(),
    keeping: jsonb('keeping').$type<Keeping>(),
  },
  (table) => [check('one_shop', sql`${table.id} = 1`)],
)

export const person = pgTable('person', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull().unique('person_name'),
  role: text('role').$type<Role>().notNull().default('technician'),
})

export const vehicleType = pgTable('vehicle_type', {
  id: uuid('id').primaryKey(),
  version: version(),
  name: text('name').notNull().unique('vehicle_type_name'),
  source: text('source').notNull(),
  architecture: jsonb('architecture').$type<Architecture>().notNull(),
  geometry: jsonb('geometry').$type<VehicleGeometry>().notNull(),
  specifications: jsonb('specifications').$type<readonly Specification[]>().notNull().default([]),
  guesses: jsonb('guesses').$type<readonly string[]>().notNull().default([]),
})

export const vehicle = pgTable('vehicle', {
  id: uuid('id').primaryKey(),
  version: version(),
  typeId: uuid('type_id')
    .notNull()
    .references(() => vehicleType.id),
  plate: text('plate').notNull().unique('vehicle_plate'),
  vin: text('vin').notNull().default(''),
  firstUsed: date('first_used', { mode: 'string' }),
  note: text('note').notNull(),
  simulated: boolean('simulated').notNull().default(false),
  /** When what tells whose it is was erased; null: it was not. */
  erasedAt: moment('erased_at'),
  lesson: jsonb('lesson').$type<NonNullable<Vehicle['lesson']>>(),
})

export const job = pgTable(
  'job',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    vehicleId: ofVehicle(),
    openedAt: moment('opened_at').notNull(),
    openedBy: uuid('opened_by')
      .notNull()
      .references(() => person.id),
    closedAt: moment('closed_at'),
    closedReason: text('closed_reason'),
    complaint: jsonb('complaint').$type<Complaint>().notNull(),
    arrival: jsonb('arrival').$type<ArrivalRecord>(),
  },
  (table) => [
    index('job_opened').on(table.openedAt),
    index('job_vehicle').on(table.vehicleId),
    index('job_closed').on(table.closedAt),
  ],
)

// Columns of what belongs to a car, a job or a person.

export function ofVehicle() {
  return uuid('vehicle_id')
    .notNull()
    .references(() => vehicle.id)
}
export function ofJob() {
  return uuid('job_id')
    .notNull()
    .references(() => job.id)
}
export function byPerson() {
  return uuid('person_id')
    .notNull()
    .references(() => person.id)
}
/** Columns of an entry of a job: whose, when and by whom. */
export const entryOfJob = () => ({
  id: uuid('id').primaryKey(),
  jobId: ofJob(),
  at: moment('at').notNull(),
  personId: byPerson(),
})
