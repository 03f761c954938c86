import type { PgColumn } from 'drizzle-orm/pg-core'
import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { ShopBundle } from '@anklet/contract'
import { BUNDLE_VERSION } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import {
  charge,
  checkDone,
  conclusion,
  correction,
  job,
  knowledge,
  note,
  photo,
  procedures,
  reading,
  repair,
  round,
  vehicle,
  vehicleType,
  watch,
} from '../../store/schema.ts'
import { codeReadingsOf, codeTextsOf } from '../codes/queries.ts'
import { agreementsOf, decisionsOf, listCoils, listParts } from '../decisions/queries.ts'
import { withoutMeans } from '../rounds/means.ts'
import { bareOr, evidenceOf } from '../entries/queries.ts'
import { wholeLogs } from '../logs/queries.ts'
import { listTorques, plansOf } from '../plans/queries.ts'
import { describeWatch } from '../watches/queries.ts'
import { workOf } from '../work/queries.ts'
import { grouped } from '../../kernel/grouped.ts'
import { iso, isoOrNull, signed } from '../../kernel/instants.ts'
import { listPeople } from '../people/queries.ts'
import { proofOfJob } from '../proofRecord/queries.ts'
import { required } from '../../kernel/saving.ts'
import { readShop } from '../shop/queries.ts'
import { listVehicles } from '../vehicles/queries.ts'
import { listVehicleTypes } from '../vehicleTypes/queries.ts'

const CONSISTENT = { accessMode: 'read only', isolationLevel: 'repeatable read' } as const
/** Rows of one job; null: of all of them. */
const ofJob = (column: PgColumn, jobId: string | null) =>
  jobId === null ? undefined : eq(column, jobId)

async function roundsOut(tx: Transaction, jobId: string | null): Promise<ShopBundle['rounds']> {
  const rounds = await tx
    .select()
    .from(round)
    .where(ofJob(round.jobId, jobId))
    .orderBy(asc(round.startedAt), asc(round.id))
  const own =
    jobId === null
      ? undefined
      : inArray(
          reading.roundId,
          tx.select({ id: round.id }).from(round).where(eq(round.jobId, jobId)),
        )
  const list = await tx.select().from(reading).where(own).orderBy(asc(reading.id))
  const changed =
    jobId === null
      ? undefined
      : inArray(
          correction.readingId,
          list.map(({ id }) => id),
        )
  const corrections = grouped(
    await tx.select().from(correction).where(changed).orderBy(asc(correction.at)),
    ({ readingId }) => readingId,
  )
  const readings = grouped(list, ({ roundId }) => roundId)
  return rounds.map(withoutMeans).map(({ personId, ...row }) => ({
    ...row,
    person: personId,
    startedAt: iso(row.startedAt),
    endedAt: iso(row.endedAt),
    readings: (readings.get(row.id) ?? []).map(({ id, corner, lap, heightMm, at }) => ({
      corner,
      lap,
      heightMm,
      at: iso(at),
      corrections: (corrections.get(id) ?? []).map(({ readingId: _reading, ...entry }) =>
        signed(entry),
      ),
    })),
  }))
}

/** What is recorded on a job, or on all of them. */
async function recordOut(tx: Transaction, jobId: string | null) {
  return {
    jobs: (
      await tx
        .select()
        .from(job)
        .where(ofJob(job.id, jobId))
        .orderBy(asc(job.openedAt), asc(job.id))
    ).map((row) => ({ ...row, openedAt: iso(row.openedAt), closedAt: isoOrNull(row.closedAt) })),
    rounds: await roundsOut(tx, jobId),
    watches: (
      await tx
        .select()
        .from(watch)
        .where(ofJob(watch.jobId, jobId))
        .orderBy(asc(watch.startedAt), asc(watch.id))
    ).map(describeWatch),
    notes: (
      await tx
        .select()
        .from(note)
        .where(ofJob(note.jobId, jobId))
        .orderBy(asc(note.at), asc(note.id))
    ).map(signed),
    repairs: (
      await tx
        .select()
        .from(repair)
        .where(ofJob(repair.jobId, jobId))
        .orderBy(asc(repair.at), asc(repair.id))
    ).map(signed),
    checks: (
      await tx
        .select()
        .from(checkDone)
        .where(ofJob(checkDone.jobId, jobId))
        .orderBy(asc(checkDone.at), asc(checkDone.id))
    ).map(signed),
    evidence: await evidenceOf(tx, jobId, 'every'),
    conclusions: (
      await tx
        .select()
        .from(conclusion)
        .where(ofJob(conclusion.jobId, jobId))
        .orderBy(asc(conclusion.at), asc(conclusion.id))
    ).map(signed),
    codeReadings: await codeReadingsOf(tx, { every: { jobId } }),
    decisions: await decisionsOf(tx, jobId),
    agreements: await agreementsOf(tx, jobId),
    plans: await plansOf(tx, jobId),
    work: await workOf(tx, jobId, 'every'),
    proof: await proofOfJob(tx, jobId, 'every'),
    charges: (
      await tx
        .select()
        .from(charge)
        .where(ofJob(charge.jobId, jobId))
        .orderBy(asc(charge.at), asc(charge.id))
    ).map(signed),
    logs: await wholeLogs(tx, jobId),
    photos: (
      await tx
        .select()
        .from(photo)
        .where(ofJob(photo.jobId, jobId))
        .orderBy(asc(photo.at), asc(photo.id))
    ).map(({ picture, small: _small, ...row }) => ({
      ...signed(row),
      bytes: picture.length,
      picture: Buffer.from(bareOr(picture, row.type)).toString('base64'),
    })),
  }
}

const begun = () => ({
  format: 'anklet-shop' as const,
  formatVersion: BUNDLE_VERSION,
  exportedAt: new Date().toISOString(),
})
const proceduresOut = async (
  tx: Transaction,
): Promise<NonNullable<ShopBundle['procedures']> | null> =>
  (await tx.select({ book: procedures.book, way: procedures.way }).from(procedures))[0] ?? null

/** Photos in one exchange file, bytes at most: it is made and read as one text. */
const MOST_PHOTO_BYTES = 45e6

async function requireExchangeable(tx: Transaction): Promise<void> {
  const [sum] = await tx
    .select({ bytes: sql<number>`coalesce(sum(length(${photo.picture})), 0)::float8` })
    .from(photo)
  if (sum!.bytes > MOST_PHOTO_BYTES)
    throw new AppError('exchangeTooLarge', {
      megabytes: Math.ceil(sum!.bytes / 1e6),
      most: MOST_PHOTO_BYTES / 1e6,
    })
}

// Where its backups go and how long it keeps things each shop says itself.
const shopOut = async (tx: Transaction) => ({
  ...(await readShop(tx)),
  backup: null,
  keeping: null,
})

/**
 * The shop as a file for another one, as it stood at one moment.
 * @throws {AppError} `exchangeTooLarge`
 */
export const writeBundle = (db: Database): Promise<ShopBundle> =>
  db.transaction(async (tx) => {
    await requireExchangeable(tx)
    return {
      ...begun(),
      shop: await shopOut(tx),
      people: await listPeople(tx),
      vehicleTypes: await listVehicleTypes(tx),
      vehicles: await listVehicles(tx),
      ...(await recordOut(tx, null)),
      codeTexts: await codeTextsOf(tx, null),
      knowledge:
        (
          await tx
            .select({ changes: knowledge.changes, borrowed: knowledge.borrowed })
            .from(knowledge)
        )[0] ?? null,
      parts: await listParts(tx),
      coils: await listCoils(tx),
      procedures: await proceduresOut(tx),
      torques: await listTorques(tx),
    }
  }, CONSISTENT)

/**
 * One job as a file that another shop can read in: its car, its type with its texts and torques,
 * the procedures it was planned by, and who worked on it.
 * @throws {AppError} where there is no such job
 */
export const writeJobBundle = (db: Database, jobId: string): Promise<ShopBundle> =>
  db.transaction(async (tx) => {
    const record = await recordOut(tx, jobId)
    const [head] = record.jobs
    if (!head) throw new AppError('notFound', { what: 'job' })
    const vehicles = await tx.select().from(vehicle).where(eq(vehicle.id, head.vehicleId))
    const { typeId } = required(vehicles, 'vehicle')
    // People stand in many places of a record; a picture holds none.
    const told = JSON.stringify({
      ...record,
      photos: record.photos.map(({ picture: _picture, ...row }) => row),
    })
    return {
      ...begun(),
      shop: await shopOut(tx),
      people: (await listPeople(tx)).filter(({ id }) => told.includes(id)),
      vehicleTypes: await tx.select().from(vehicleType).where(eq(vehicleType.id, typeId)),
      vehicles,
      ...record,
      codeTexts: await codeTextsOf(tx, typeId),
      procedures: record.plans.length > 0 ? await proceduresOut(tx) : null,
      torques: (await listTorques(tx)).filter((each) => each.typeId === typeId),
    }
  }, CONSISTENT)
