import type { SQL } from 'drizzle-orm'
import { and, asc, eq, getTableColumns, sql } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Open } from '../store/atOnce.ts'
import type { Database, Transaction } from '../store/database.ts'
import { job, vehicle } from '../store/schema.ts'

/** Entries as they count, or every one that is on record: with those that were set aside. */
export type Which = 'counting' | 'every'

/**
 * Picks entries of a table.
 * @param jobId null: of all jobs
 */
export const whichOf = (
  table: { readonly jobId: PgColumn; readonly setAside: PgColumn },
  jobId: Open | null,
  which: Which,
): SQL | undefined =>
  and(
    jobId === null ? undefined : eq(table.jobId, jobId),
    which === 'every' ? undefined : eq(table.setAside, false),
  )

/** The vehicle a job is of, inside a question. */
export const vehicleOfJob = (jobId: Open): SQL<string> =>
  sql`(select ${job.vehicleId} from ${job} where ${eq(job.id, jobId)})`

/** The type of that vehicle. */
export const typeOfJob = (jobId: Open): SQL<string> =>
  sql`(select ${vehicle.typeId} from ${vehicle} where ${eq(vehicle.id, vehicleOfJob(jobId))})`

/** A table of entries on jobs, numbered as they come. */
type Numbered = PgTable & {
  readonly jobId: PgColumn
  readonly setAside: PgColumn
  readonly seq: PgColumn
}

/** Columns of entries as they are told: without the number each came in by. */
export function unnumbered<Entries extends Numbered>(
  table: Entries,
): Omit<Entries['_']['columns'], 'seq'> {
  const { seq: _seq, ...columns } = getTableColumns(table)
  return columns
}

/**
 * Asks for entries in the order they came.
 * @param jobId null: of all jobs
 */
export function askInOrder<Entries extends Numbered>(
  db: Database | Transaction,
  table: Entries,
  jobId: Open | null,
  which: Which,
) {
  const entries: Numbered = table
  return db
    .select(unnumbered(table))
    .from(entries)
    .where(whichOf(table, jobId, which))
    .orderBy(asc(table.seq))
}
