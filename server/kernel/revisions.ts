import type { Placeholder, SQL } from 'drizzle-orm'
import { desc, eq, gte, isNull, or, sql } from 'drizzle-orm'
import type { Command, CommandType } from '@anklet/contract'
import { asking } from '../store/atOnce.ts'
import type { Database, Transaction } from '../store/database.ts'
import { job, revision } from '../store/schema.ts'
import { among } from './among.ts'
import type { Asked } from './kept.ts'
import { vehicleOfJob } from './which.ts'

// An answer that was worked out once may be given again while nothing was written of what it tells.
// Whatever writes leaves a new mark in the same transaction, so that every process on the same
// records knows.

/** What is of no one vehicle: types, parts, procedures, people, and which vehicles there are. */
const EVERYTHING = sql.raw(`'00000000-0000-0000-0000-000000000000'::uuid`)
/** What jobs are looked for by: their complaint, whether they are open, whether a watch runs. */
const LISTS = sql.raw(`'00000000-0000-0000-0000-000000000001'::uuid`)

/**
 * How far what is written on a job reaches: what is told of the job alone, its line in a list of jobs
 * too, or which jobs a list finds.
 */
type Reach = 'job' | 'line' | 'lists'

const REACH: Readonly<Partial<Record<CommandType, Reach>>> = {
  'job.note': 'job',
  'job.repair': 'job',
  'photo.add': 'job',
  'check.record': 'job',
  'evidence.say': 'job',
  'codes.record': 'job',
  'charge.record': 'job',
  'round.record': 'line',
  'work.record': 'line',
  'proof.record': 'line',
}

const leaveMarks = (db: Database | Transaction, scopes: SQL, reach: Reach) =>
  db.execute(sql`insert into ${revision} (scope) ${scopes}
    on conflict (scope) do update set mark = gen_random_uuid()
    ${reach === 'job' ? sql`` : sql`, line = gen_random_uuid()`}`)

/** What was written may concern anything. */
export const touchEverything = (db: Database | Transaction) =>
  leaveMarks(db, sql`select ${EVERYTHING}`, 'lists')

/** What was written is told of a job, and of its vehicle, but in no list of jobs. */
export const touchJob = (db: Database | Transaction, jobId: string) =>
  leaveMarks(db, vehicleOfJob(jobId), 'job')

/** The job that all a command changes is of; null: it may change what others rest on. */
export const onlyJobOf = ({ payload }: Command): string | null =>
  'jobId' in payload && !('vehicleId' in payload) ? payload.jobId : null

/** Marks what a command has changed. */
export async function touchedBy(tx: Transaction, command: Command): Promise<void> {
  const jobId = onlyJobOf(command)
  if (jobId === null) {
    await touchEverything(tx)
    return
  }
  const reach = REACH[command.type] ?? 'lists'
  const own = vehicleOfJob(jobId)
  await leaveMarks(tx, reach === 'lists' ? sql`${own} union all select ${LISTS}` : own, reach)
}

/** Asks for a text that is another one after whatever is written of a scope, or of everything. */
const askMarks = (db: Database | Transaction, scope: SQL) =>
  db
    .select({
      stamp: sql<string>`coalesce(
        string_agg(${revision.mark}::text, ' ' order by ${revision.scope}), ''
      )`.as('stamp'),
    })
    .from(revision)
    .where(sql`${revision.scope} in (${EVERYTHING}, ${scope})`)

const askOfJob = asking((db, { jobId }: Record<'jobId', Placeholder>) => ({
  marks: askMarks(db, vehicleOfJob(jobId)),
}))
const askOfVehicle = asking((db, { vehicleId }: Record<'vehicleId', Placeholder>) => ({
  marks: askMarks(db, sql`${vehicleId}::uuid`),
}))
const askOfEverything = asking((db) => ({ marks: askMarks(db, EVERYTHING) }))

const stampIn = ({ marks }: Awaited<ReturnType<typeof askOfJob>>): string => marks[0]!.stamp

/** Another text whenever something was written that a job, its vehicle or its type rest on. */
export const stampOfJob = async (db: Database, jobId: string): Promise<string> =>
  stampIn(await askOfJob(db, { jobId }))

/** The same of a vehicle. */
export const stampOfVehicle = async (db: Database, vehicleId: string): Promise<string> =>
  stampIn(await askOfVehicle(db, { vehicleId }))

/** Another text whenever something was written that is of no one job: a vehicle, a type. */
export const stampOfEverything = async (db: Database): Promise<string> =>
  stampIn(await askOfEverything(db, {}))

/** Asks for jobs with the stamps of their lines, the newest first. */
const askLines = (db: Database | Transaction, which: SQL | undefined) =>
  db
    .select({
      key: job.id,
      own: revision.line,
      all: sql<string | null>`(
        select of_all.mark from revision of_all where of_all.scope = ${EVERYTHING}
      )`.as('all_marks'),
    })
    .from(job)
    .leftJoin(revision, eq(revision.scope, job.vehicleId))
    .where(which)
    .orderBy(desc(job.openedAt))

const tellLines = (rows: Awaited<ReturnType<typeof askLines>>): Asked[] =>
  rows.map(({ key, own, all }) => ({ key, stamp: `${own} ${all}` }))

const askFloor = asking((db, { since }: Record<'since', Placeholder>) => ({
  lines: askLines(db, or(isNull(job.closedAt), gte(job.closedAt, since))),
}))

/** Jobs that are open or were closed since a moment, with the stamps of their lines, the newest first. */
export const stampsOfFloor = async (db: Database, since: string): Promise<Asked[]> =>
  tellLines((await askFloor(db, { since })).lines)

const askList = asking((db, { ids }: Record<'ids', Placeholder>) => ({
  marks: askMarks(db, LISTS),
  lines: askLines(db, among(job.id, ids)),
}))

/**
 * What a list of jobs is stamped by: `found` is another text whenever other jobs may be found by the
 * same words, and each line has a stamp of its own.
 */
export async function stampsOfList(
  db: Database,
  ids: readonly string[],
): Promise<{ readonly found: string; readonly lines: readonly Asked[] }> {
  const list = await askList(db, { ids })
  return { found: stampIn(list), lines: tellLines(list.lines) }
}
