import type { SQL } from 'drizzle-orm'
import { asc, desc, eq, getTableColumns, inArray, ne, or } from 'drizzle-orm'
import type { RoundState } from '@anklet/core/measuring/heights'
import { isFloorBased } from '@anklet/core/measuring/heights'
import { CORNERS } from '@anklet/core/base/vehicle'
import type { CommandOf, Round, RoundInput } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import { correction, job, reading, round, vehicle, vehicleType } from '../store/schema.ts'
import type { Handler } from './handler.ts'
import { iso } from './instants.ts'
import { required } from './saving.ts'

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

/** A round as it is put on record; null: nobody said what state it was taken in. */
type Walked = Omit<RoundInput, 'state'> & { readonly state?: RoundState | null }

function checkWalk(input: Walked): void {
  const unread = CORNERS.find((corner) => !input.readings.some((entry) => entry.corner === corner))
  if (unread) throw new AppError('cornerNotRead', { corner: unread }, '/payload/round/readings')
  if (input.padsMm && !isFloorBased(input.method))
    throw new AppError('padsWithoutFloor', {}, '/payload/round/padsMm')
  if (input.loadKg && input.load !== 'laden')
    throw new AppError('weightWithoutLoad', {}, '/payload/round/loadKg')
  if (Date.parse(input.endedAt) < Date.parse(input.startedAt)) {
    throw new AppError(
      'timeOrder',
      { sentence: 'The round ends before it starts. Is the clock of this device right?' },
      '/payload/round/endedAt',
    )
  }
}

type Signed = Pick<CommandOf<'round.record'>, 'person' | 'device'>

interface Car {
  readonly vehicleId: string
  readonly id: string
}

/**
 * Puts rounds of one car on record, readings and all, in a few statements however many they are.
 */
async function insertRounds(
  tx: Transaction,
  inputs: readonly Walked[],
  purpose: Purpose,
  { vehicleId, id: jobId }: Car,
  signed: Signed,
): Promise<void> {
  inputs.forEach(checkWalk)
  const [type] = await tx
    .select({ architecture: vehicleType.architecture })
    .from(vehicle)
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(vehicle.id, vehicleId))
  const offsets = new Map(type?.architecture.levels.map(({ id, offsetMm }) => [id, offsetMm]))
  const rows = inputs.map(({ roundId, readings: _readings, ...rest }) => {
    const levelOffsetMm = offsets.get(rest.levelId)
    if (levelOffsetMm === undefined)
      throw new AppError('levelUnknown', { levelId: rest.levelId }, '/payload/round/levelId')
    return {
      ...rest,
      id: roundId,
      vehicleId,
      jobId,
      purpose,
      levelOffsetMm,
      personId: signed.person,
      device: signed.device,
    }
  })
  await tx.insert(round).values(rows)
  await tx
    .insert(reading)
    .values(
      inputs.flatMap(({ roundId, readings }) => readings.map((entry) => ({ ...entry, roundId }))),
    )
}

/** Puts one round on record. */
export const insertRound = (
  tx: Transaction,
  input: Walked,
  purpose: Purpose,
  car: Car,
  signed: Signed,
): Promise<void> => insertRounds(tx, [input], purpose, car, signed)

/** Records a walk around the car that belongs to no watch. */
export const recordHeights: Handler<'round.record'> = async (tx, command) => {
  await insertRound(
    tx,
    command.payload.round,
    'heights',
    await openJobOf(tx, command.payload.jobId),
    command,
  )
  return null
}

/**
 * Puts rounds of an earlier time on record, out of a file: a closed job of their own says where
 * they come from. A large file comes
 * in several commands that share one job, and rounds that are here already are left as they are.
 */
export const importRounds: Handler<'rounds.import'> = async (tx, command) => {
  const { jobId, vehicleId, from, rounds } = command.payload
  required(
    await tx.select({ id: vehicle.id }).from(vehicle).where(eq(vehicle.id, vehicleId)),
    'vehicle',
    '/payload/vehicleId',
  )
  const known = new Set(
    (
      await tx
        .select({ id: round.id })
        .from(round)
        .where(
          inArray(
            round.id,
            rounds.map(({ roundId }) => roundId),
          ),
        )
    ).map(({ id }) => id),
  )
  const fresh = rounds.filter(({ roundId }) => !known.has(roundId))
  if (fresh.length === 0) return null
  const openedAt = new Date(
    Math.min(...fresh.map(({ endedAt }) => Date.parse(endedAt))),
  ).toISOString()
  const complaint = { where: [], when: [], signs: [], words: `Rounds taken over from ${from}` }
  await tx
    .insert(job)
    .values({
      id: jobId,
      vehicleId,
      openedAt,
      openedBy: command.person,
      closedAt: command.at,
      complaint,
    })
    .onConflictDoNothing()
  await insertRounds(tx, fresh, 'imported', { vehicleId, id: jobId }, command)
  return null
}

/** Replaces a reading, or leaves it out, by an entry of its own: what was taken stays as it was. */
export const correctReading: Handler<'reading.correct'> = async (tx, { payload, person, at }) => {
  const { correctionId, readingId, heightMm, reason } = payload
  const taken = required(
    await tx
      .select({ roundId: reading.roundId, corner: reading.corner })
      .from(reading)
      .where(eq(reading.id, readingId)),
    'reading',
    '/payload/readingId',
  )
  if (heightMm === null) {
    const [whole] = await roundsWhere(tx, eq(round.id, taken.roundId))
    const others = whole!.readings.filter(
      ({ id, corner, correction: replaced }) =>
        corner === taken.corner && id !== readingId && replaced?.heightMm !== null,
    )
    if (others.length === 0)
      throw new AppError('cornerNotRead', { corner: taken.corner }, '/payload/heightMm')
  }
  await tx
    .insert(correction)
    .values({ id: correctionId, readingId, heightMm, reason, personId: person, at })
  return null
}

// By the rounds themselves, not by a list of ids: a car measured for years has more readings than a
// statement takes values.
async function roundsWhere(
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
  const byRound = new Map(rows.map(({ id }) => [id, [] as Round['readings']]))
  for (const { roundId, ...entry } of entries)
    byRound
      .get(roundId)
      ?.push({ ...entry, at: iso(entry.at), correction: newest.get(entry.id) ?? null })
  return rows.map(({ personId, ...row }) => ({
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
  const newest = db
    .select({ id: round.id })
    .from(round)
    .where(eq(round.vehicleId, vehicleId))
    .orderBy(desc(round.endedAt))
    .limit(EARLIER)
  return roundsWhere(db, or(eq(round.jobId, jobId), inArray(round.id, newest))!)
}

/**
 * Rounds in which corners were read more than once, the newest first: what a shop's repeatability
 * is learned from.
 */
export async function doubleRounds(db: Database, most: number): Promise<Round[]> {
  const rounds = await roundsWhere(db, ne(round.purpose, 'imported'), { newestFirst: true, most })
  return rounds.filter(({ readings }) => readings.length >= 8)
}
