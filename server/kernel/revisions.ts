import type { SQL } from 'drizzle-orm'
import { desc, eq, sql } from 'drizzle-orm'
import type { Command, CommandType } from '@anklet/contract'
import type { Database, Transaction } from '../store/database.ts'
import { job, revision } from '../store/schema.ts'

// An answer that was worked out once may be given again while nothing was written of what it tells.
// Whatever writes leaves a new mark in the same transaction, so that every process on the same
// records knows.

/** What is of no one vehicle: types, parts, procedures, people, and which vehicles there are. */
const EVERYTHING = sql.raw(`'00000000-0000-0000-0000-000000000000'::uuid`)
/** What jobs are looked for by: their complaint, whether they are open, whether a watch runs. */
const LISTS = sql.raw(`'00000000-0000-0000-0000-000000000001'::uuid`)

/** Entries on a job that no list of jobs looks for. */
const UNLISTED: ReadonlySet<CommandType> = new Set([
  'job.note',
  'job.repair',
  'photo.add',
  'check.record',
  'evidence.say',
  'codes.record',
  'work.record',
  'proof.record',
  'charge.record',
  'round.record',
])

const leaveMarks = (db: Database | Transaction, scopes: SQL) =>
  db.execute(sql`insert into ${revision} (scope) ${scopes}
    on conflict (scope) do update set mark = gen_random_uuid()`)

/** What was written may concern anything. */
export const touchEverything = (db: Database | Transaction) =>
  leaveMarks(db, sql`select ${EVERYTHING}`)

const vehicleOf = (jobId: string): SQL =>
  sql`select ${job.vehicleId} from ${job} where ${eq(job.id, jobId)}`

/** What was written concerns a job, and so its vehicle, but no list of jobs. */
export const touchJob = (db: Database | Transaction, jobId: string) =>
  leaveMarks(db, vehicleOf(jobId))

/** The job that all a command changes is of; null: it may change what others rest on. */
export const onlyJobOf = ({ payload }: Command): string | null =>
  'jobId' in payload && !('vehicleId' in payload) ? payload.jobId : null

/** Marks what a command has changed. */
export async function touchedBy(tx: Transaction, command: Command): Promise<void> {
  const jobId = onlyJobOf(command)
  if (jobId === null) await touchEverything(tx)
  else if (UNLISTED.has(command.type)) await touchJob(tx, jobId)
  else await leaveMarks(tx, sql`${vehicleOf(jobId)} union all select ${LISTS}`)
}

async function stampOf(db: Database, scope: SQL): Promise<string> {
  const { rows } = await db.execute<{ stamp: string }>(
    sql`select coalesce(string_agg(mark::text, ' ' order by scope), '') as stamp
      from ${revision} where scope in (${EVERYTHING}, ${scope})`,
  )
  return rows[0]!.stamp
}

/** Another text whenever something was written that a job, its vehicle or its type rest on. */
export const stampOfJob = (db: Database, jobId: string): Promise<string> =>
  stampOf(db, sql`(${vehicleOf(jobId)})`)

/** The same of a vehicle. */
export const stampOfVehicle = (db: Database, vehicleId: string): Promise<string> =>
  stampOf(db, sql`${vehicleId}::uuid`)

/** Another text whenever something was written that is of no one job: a vehicle, a type. */
export const stampOfEverything = (db: Database): Promise<string> => stampOf(db, EVERYTHING)

/** Another text whenever other jobs may be found by the same words. */
export const stampOfLists = (db: Database): Promise<string> => stampOf(db, LISTS)

/** Asks for jobs with their stamps, the newest first. */
export const askStamps = (db: Database, which: SQL | undefined) =>
  db
    .select({
      key: job.id,
      own: revision.mark,
      all: sql<string | null>`(
        select of_all.mark from revision of_all where of_all.scope = ${EVERYTHING}
      )`.as('all_marks'),
    })
    .from(job)
    .leftJoin(revision, eq(revision.scope, job.vehicleId))
    .where(which)
    .orderBy(desc(job.openedAt))
