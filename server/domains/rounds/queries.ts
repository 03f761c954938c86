import type { SQL } from 'drizzle-orm'
import { asc, desc, eq, getTableColumns, inArray, ne } from 'drizzle-orm'
import type { Round } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { correction, job, reading, round } from '../../store/schema.ts'
import { iso } from '../../kernel/instants.ts'
import { required } from '../../kernel/saving.ts'
import { withoutMeans } from './means.ts'

/** What a round is taken for. */
export type Purpose = Round['purpose']

/** A job that may be written to. @throws {AppError} where there is none or it is closed. */
export async function openJobOf(tx: Transaction, jobId: string): Promise<typeof job.$inferSelect> {
  const found = required(
    await tx.select().from(job).where(eq(job.id, jobId)).for('update'),
    'job',
    '/payload/jobId',
  )
  if (found.closedAt) throw new AppError('jobClosed')
  return found
}

// By the rounds themselves, not by a list of ids: a car measured for years has more readings than a
// statement takes values.
export async function roundsWhere(
  db: Database | Transaction,
  which: SQL,
  { newestFirst = false, most = null as number | null } = {},
): Promise<Round[]> {
  const ids = db
    .select({ id: round.id })
    .from(round)
    .where(which)
    .orderBy(newestFirst ? desc(round.endedAt) : asc(round.endedAt))
    .$dynamic()
  const chosen = most === null ? ids : ids.limit(most)
  const rows = await db
    .select()
    .from(round)
    .where(inArray(round.id, chosen))
    .orderBy(newestFirst ? desc(round.endedAt) : asc(round.endedAt))
  if (rows.length === 0) return []
  const entries = await db
    .select()
    .from(reading)
    .where(inArray(reading.roundId, chosen))
    .orderBy(asc(reading.id))
  const corrections = await db
    .select(getTableColumns(correction))
    .from(correction)
    .innerJoin(reading, eq(correction.readingId, reading.id))
    .where(inArray(reading.roundId, chosen))
    .orderBy(asc(correction.at))
  const newest = new Map(
    corrections.map(({ readingId, personId, at, ...entry }) => [
      readingId,
      { ...entry, person: personId, at: iso(at) },
    ]),
  )
  const byRound = new Map(rows.map(({ id }) => [id, [] as Round['readings'][number][]]))
  for (const { roundId, ...entry } of entries)
    byRound
      .get(roundId)
      ?.push({ ...entry, at: iso(entry.at), correction: newest.get(entry.id) ?? null })
  return rows.map(withoutMeans).map(({ personId, ...row }) => ({
    ...row,
    // The tape was a person's; what a stand-in told beside it counts for nothing.
    reportedMm: row.setAside ? null : row.reportedMm,
    person: personId,
    startedAt: iso(row.startedAt),
    endedAt: iso(row.endedAt),
    readings: byRound.get(row.id)!,
  }))
}

/** Every round of a vehicle, oldest first. */
export const roundsOfVehicle = (db: Database, vehicleId: string): Promise<Round[]> =>
  roundsWhere(db, eq(round.vehicleId, vehicleId))

/** As many earlier rounds as anybody compares with. */
const EARLIER = 60

/** The rounds of a job and the newest others of its vehicle, oldest first. */
export const roundsForJob = async (
  db: Database,
  vehicleId: string,
  jobId: string,
): Promise<Round[]> => {
  const ids = db.select({ id: round.id }).from(round)
  const newest = ids.where(eq(round.vehicleId, vehicleId)).orderBy(desc(round.endedAt))
  // Each by its own index, and together only then: asked for in one, every round is looked at.
  const [own, earlier] = await Promise.all([
    db.select({ id: round.id }).from(round).where(eq(round.jobId, jobId)),
    newest.limit(EARLIER),
  ])
  const chosen = new Set([...own, ...earlier].map(({ id }) => id))
  return chosen.size === 0 ? [] : roundsWhere(db, inArray(round.id, [...chosen]))
}

/**
 * Rounds in which corners were read more than once, the newest first: what a shop's repeatability
 * is learned from.
 */
export async function doubleRounds(db: Database, most: number): Promise<Round[]> {
  const rounds = await roundsWhere(db, ne(round.purpose, 'imported'), { newestFirst: true, most })
  return rounds.filter(({ readings }) => readings.length >= 8)
}
