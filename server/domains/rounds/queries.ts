import type { Placeholder, SQL } from 'drizzle-orm'
import { asc, desc, eq, getTableColumns, inArray, ne } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import type { Round } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Answers, Open } from '../../store/atOnce.ts'
import { asking, atOnce } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { correction, job, reading, round } from '../../store/schema.ts'
import { among } from '../../kernel/among.ts'
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

/** Asks for rounds with all that was read in them. @param areIn whether a round is one of them, by its id. */
const askRounds = (
  db: Database | Transaction,
  areIn: (id: PgColumn) => SQL,
  newestFirst: boolean,
) => ({
  rounds: db
    .select()
    .from(round)
    .where(areIn(round.id))
    .orderBy(newestFirst ? desc(round.endedAt) : asc(round.endedAt)),
  readings: db.select().from(reading).where(areIn(reading.roundId)).orderBy(asc(reading.id)),
  corrections: db
    .select(getTableColumns(correction))
    .from(correction)
    .innerJoin(reading, eq(correction.readingId, reading.id))
    .where(areIn(reading.roundId))
    .orderBy(asc(correction.at)),
})

function tellRounds({
  rounds,
  readings,
  corrections,
}: Answers<ReturnType<typeof askRounds>>): Round[] {
  const newest = new Map(
    corrections.map(({ readingId, personId, at, ...entry }) => [
      readingId,
      { ...entry, person: personId, at: iso(at) },
    ]),
  )
  const byRound = new Map(rounds.map(({ id }) => [id, [] as Round['readings'][number][]]))
  for (const { roundId, ...entry } of readings)
    byRound
      .get(roundId)
      ?.push({ ...entry, at: iso(entry.at), correction: newest.get(entry.id) ?? null })
  return rounds.map(withoutMeans).map(({ personId, ...row }) => ({
    ...row,
    // The tape was a person's; what a stand-in told beside it counts for nothing.
    reportedMm: row.setAside ? null : row.reportedMm,
    person: personId,
    startedAt: iso(row.startedAt),
    endedAt: iso(row.endedAt),
    readings: byRound.get(row.id)!,
  }))
}

// By a question for the rounds, not by a list of ids: a car measured for years has more readings
// than a statement takes values.
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
  return tellRounds(
    await atOnce(
      db,
      askRounds(db, (id) => inArray(id, chosen), newestFirst),
    ),
  )
}

/** Every round of a vehicle, oldest first. */
export const roundsOfVehicle = (db: Database, vehicleId: string): Promise<Round[]> =>
  roundsWhere(db, eq(round.vehicleId, vehicleId))

/** As many earlier rounds as anybody compares with. */
const EARLIER = 60

/** Asks which rounds a job shows: its own, and the newest of its vehicle. */
export const askRoundIds = (
  db: Database | Transaction,
  { jobId, vehicleId }: { readonly jobId: Open; readonly vehicleId: Open },
) => ({
  // Each by its own index, and together only then: asked for in one, every round is looked at.
  own: db.select({ id: round.id }).from(round).where(eq(round.jobId, jobId)),
  newest: db
    .select({ id: round.id })
    .from(round)
    .where(eq(round.vehicleId, vehicleId))
    .orderBy(desc(round.endedAt))
    .limit(EARLIER),
})

const askChosen = asking((db, { ids }: Record<'ids', Placeholder>) =>
  askRounds(db, (id) => among(id, ids), false),
)

/** The rounds of a job and the newest others of its vehicle, oldest first. */
export async function roundsForJob(
  db: Database | Transaction,
  { own, newest }: Answers<ReturnType<typeof askRoundIds>>,
): Promise<Round[]> {
  const chosen = new Set([...own, ...newest].map(({ id }) => id))
  return chosen.size === 0 ? [] : tellRounds(await askChosen(db, { ids: [...chosen] }))
}

/**
 * Rounds in which corners were read more than once, the newest first: what a shop's repeatability
 * is learned from.
 */
export async function doubleRounds(db: Database, most: number): Promise<Round[]> {
  const rounds = await roundsWhere(db, ne(round.purpose, 'imported'), { newestFirst: true, most })
  return rounds.filter(({ readings }) => readings.length >= 8)
}
