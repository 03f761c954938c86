import { asc, eq, inArray } from 'drizzle-orm'
import { CORNERS } from '@anklet/core/vehicle'
import type { CommandOf, Round, RoundInput } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import { job, reading, round, vehicle, vehicleType } from '../store/schema.ts'
import type { Handler } from './handlers.ts'
import { iso } from './instants.ts'
import { required } from './saving.ts'

/** What a round is taken for. */
export type Purpose = Round['purpose']

/** A job that may be written to. @throws {AppError} where there is none or it is closed. */
export async function openJobOf(tx: Transaction, jobId: string): Promise<typeof job.$inferSelect> {
  const found = required(await tx.select().from(job).where(eq(job.id, jobId)).for('update'), 'job', '/payload/jobId')
  if (found.closedAt) throw new AppError('jobClosed')
  return found
}

function checkWalk(input: RoundInput): void {
  const unread = CORNERS.find((corner) => !input.readings.some((entry) => entry.corner === corner))
  if (unread) throw new AppError('cornerNotRead', { corner: unread }, '/payload/round/readings')
  if (Date.parse(input.endedAt) < Date.parse(input.startedAt)) {
    throw new AppError('timeOrder', { sentence: 'The round ends before it starts. Is the clock of this device right?' }, '/payload/round/endedAt')
  }
}

type Signed = Pick<CommandOf<'round.record'>, 'person' | 'device'>

/** Puts a round on record, readings and all. */
export async function insertRound(tx: Transaction, input: RoundInput, purpose: Purpose, { vehicleId, id: jobId }: { vehicleId: string; id: string }, signed: Signed): Promise<void> {
  checkWalk(input)
  const { roundId, readings, ...rest } = input
  const [type] = await tx.select({ architecture: vehicleType.architecture }).from(vehicle).innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id)).where(eq(vehicle.id, vehicleId))
  const level = type?.architecture.levels.find(({ id }) => id === input.levelId)
  if (!level) throw new AppError('levelUnknown', { levelId: input.levelId }, '/payload/round/levelId')
  await tx.insert(round).values({ ...rest, id: roundId, vehicleId, jobId, purpose, levelOffsetMm: level.offsetMm, personId: signed.person, device: signed.device })
  await tx.insert(reading).values(readings.map((entry) => ({ ...entry, roundId })))
}

/** Records a walk around the car that belongs to no watch. */
export const recordHeights: Handler<'round.record'> = async (tx, command) => {
  await insertRound(tx, command.payload.round, 'heights', await openJobOf(tx, command.payload.jobId), command)
  return null
}

type RoundRow = typeof round.$inferSelect

async function withReadings(db: Database, rows: readonly RoundRow[]): Promise<Round[]> {
  if (rows.length === 0) return []
  const entries = await db.select().from(reading).where(inArray(reading.roundId, rows.map(({ id }) => id))).orderBy(asc(reading.id))
  const byRound = new Map(rows.map(({ id }) => [id, [] as Round['readings']]))
  for (const { roundId, ...entry } of entries) byRound.get(roundId)!.push({ ...entry, at: iso(entry.at) })
  return rows.map(({ personId, ...row }) => ({
    ...row, person: personId, startedAt: iso(row.startedAt), endedAt: iso(row.endedAt),
    readings: byRound.get(row.id)!,
  }))
}

/** Every round of a vehicle, oldest first. */
export const roundsOfVehicle = async (db: Database, vehicleId: string): Promise<Round[]> =>
  withReadings(db, await db.select().from(round).where(eq(round.vehicleId, vehicleId)).orderBy(asc(round.endedAt)))
