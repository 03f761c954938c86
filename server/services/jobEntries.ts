import { asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { ChargeRecord, EvidenceRecord, Job, Photo, Repair } from '@anklet/contract'
import { runOf } from '@anklet/core/work/record'
import { AppError } from '../problems/appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import {
  charge,
  checkDone,
  conclusion,
  evidence,
  job,
  note,
  photo,
  repair,
} from '../store/schema.ts'
import { refuseUnknown, refuseUnknownFinds } from './knownChecks.ts'
import type { Handler } from './handler.ts'
import { signed } from './instants.ts'
import { logsOf } from './logs.ts'
import { openJobOf } from './rounds.ts'
import type { Which } from './which.ts'
import { whichOf } from './which.ts'
import { guardedOf, refuseBubbling } from './work.ts'

/** Keeps a figure or sentence on a job. */
export const addNote: Handler<'job.note'> = async (tx, { payload, person, at }) => {
  const { noteId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await tx.insert(note).values({ id, ...rest, personId: person, at })
  return null
}

/** Records what was replaced or mended. */
export const recordRepair: Handler<'job.repair'> = async (tx, { payload, person, at }) => {
  const { repairId: id, ...rest } = payload
  const { vehicleId } = await openJobOf(tx, payload.jobId)
  await tx.insert(repair).values({ id, ...rest, vehicleId, personId: person, at })
  return null
}

/** Records a test and what it says. */
export const recordCheck: Handler<'check.record'> = async (tx, { payload, person, at }) => {
  const { checkId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await refuseUnknownFinds(tx, payload.jobId, payload.finds ?? [])
  await tx.insert(checkDone).values({ id, ...rest, personId: person, at })
  return null
}

/** Records what was found by hand, or what is said of evidence. */
export const sayEvidence: Handler<'evidence.say'> = async (tx, { payload, person, at }) => {
  const { evidenceId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await refuseUnknown(tx, payload.jobId, [payload], () => '/payload')
  await tx.insert(evidence).values({ id, ...rest, personId: person, at })
  return null
}

/** Records the fault a job came to. */
export const concludeJob: Handler<'job.conclude'> = async (tx, { payload, person, at }) => {
  const { conclusionId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await tx.insert(conclusion).values({ id, ...rest, personId: person, at })
  return null
}

/** Refuses to correct a charge of another car, or one that was corrected already. */
async function refuseToCorrect(tx: Transaction, id: string, vehicleId: string): Promise<void> {
  const path = '/payload/corrects'
  const ofCar = await tx.select().from(charge).where(eq(charge.vehicleId, vehicleId))
  if (!ofCar.some((entry) => entry.id === id))
    throw new AppError('unknownReference', { what: 'charge of this car' }, path)
  if (ofCar.some(({ corrects }) => corrects === id))
    throw new AppError('alreadyCorrected', {}, path)
}

/** Records gas put in or let out, or what was written down of it in the place of what was wrong. */
export const recordCharge: Handler<'charge.record'> = async (tx, { payload, person, at }) => {
  const { chargeId: id, ...rest } = payload
  const { vehicleId } = await openJobOf(tx, payload.jobId)
  if (rest.corrects) await refuseToCorrect(tx, rest.corrects, vehicleId)
  else {
    const work = await guardedOf(tx, payload.jobId)
    if (work) refuseBubbling(runOf(work), '/payload/gas')
  }
  await tx.insert(charge).values({ id, ...rest, vehicleId, personId: person, at })
  return null
}

const STARTS: readonly (readonly [Photo['type'], (bytes: Uint8Array) => boolean])[] = [
  ['image/jpeg', (bytes) => bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff],
  ['image/png', (bytes) => Buffer.from(bytes.subarray(1, 4)).toString('latin1') === 'PNG'],
  [
    'image/webp',
    (bytes) =>
      Buffer.from(bytes.subarray(0, 4)).toString('latin1') === 'RIFF' &&
      Buffer.from(bytes.subarray(8, 12)).toString('latin1') === 'WEBP',
  ],
]

/** What a picture really is, by its first bytes. @throws {AppError} `notAPicture` */
export function pictureType(bytes: Uint8Array, path: string): Photo['type'] {
  const [type] = STARTS.find(([, starts]) => starts(bytes)) ?? []
  if (!type) throw new AppError('notAPicture', {}, path)
  return type
}

/** Keeps a photo on a job. */
export const addPhoto: Handler<'photo.add'> = async (tx, { payload, person, at }) => {
  const picture = new Uint8Array(Buffer.from(payload.picture, 'base64'))
  const type = pictureType(picture, '/payload/picture')
  const small =
    payload.small === undefined ? null : new Uint8Array(Buffer.from(payload.small, 'base64'))
  if (small) pictureType(small, '/payload/small')
  await openJobOf(tx, payload.jobId)
  await tx.insert(photo).values({
    id: payload.photoId,
    jobId: payload.jobId,
    at,
    personId: person,
    type,
    caption: payload.caption.trim(),
    picture,
    small,
  })
  return null
}

/** The picture of a photo. @param small as a list shows it, where it was handed in so. @throws {AppError} `notFound` */
export async function readPicture(
  db: Database,
  id: string,
  small = false,
): Promise<{ type: Photo['type']; picture: Uint8Array }> {
  const [row] = await db
    .select({
      type: photo.type,
      picture: small ? sql<Uint8Array>`coalesce(${photo.small}, ${photo.picture})` : photo.picture,
    })
    .from(photo)
    .where(eq(photo.id, id))
  if (!row) throw new AppError('notFound', { what: 'photo' })
  return { type: pictureType(row.picture, ''), picture: row.picture }
}

/** Repairs of a vehicle or of a job, oldest first. */
export async function repairsOf(
  db: Database,
  which: { vehicleId: string } | { jobId: string },
): Promise<Repair[]> {
  const filter =
    'jobId' in which ? eq(repair.jobId, which.jobId) : eq(repair.vehicleId, which.vehicleId)
  return (await db.select().from(repair).where(filter).orderBy(asc(repair.at))).map(signed)
}

/** Charges of a vehicle or of a job, oldest first. */
export async function chargesOf(
  db: Database,
  which: { vehicleId: string } | { jobId: string },
): Promise<ChargeRecord[]> {
  const filter =
    'jobId' in which ? eq(charge.jobId, which.jobId) : eq(charge.vehicleId, which.vehicleId)
  return (await db.select().from(charge).where(filter).orderBy(asc(charge.at))).map(signed)
}

/**
 * What was found by hand or said of evidence, in the order it came.
 * @param jobId null: of all jobs
 */
export async function evidenceOf(
  db: Database | Transaction,
  jobId: string | null,
  which: Which = 'counting',
): Promise<EvidenceRecord[]> {
  const { seq: _seq, ...columns } = getTableColumns(evidence)
  return (
    await db
      .select(columns)
      .from(evidence)
      .where(whichOf(evidence, jobId, which))
      .orderBy(asc(evidence.seq))
  ).map(signed)
}

/** Photos of a job or of all jobs of a vehicle, oldest first, without their pictures. */
export async function photosOf(
  db: Database,
  which: { vehicleId: string } | { jobId: string },
): Promise<Photo[]> {
  const jobs =
    'jobId' in which
      ? eq(photo.jobId, which.jobId)
      : inArray(
          photo.jobId,
          db.select({ id: job.id }).from(job).where(eq(job.vehicleId, which.vehicleId)),
        )
  const { picture: _picture, small: _small, ...columns } = getTableColumns(photo)
  return (
    await db
      .select({ ...columns, bytes: sql<number>`length(${photo.picture})` })
      .from(photo)
      .where(jobs)
      .orderBy(asc(photo.at))
  ).map(signed)
}

/** What was written and photographed on a job, oldest first. */
export async function entriesOf(
  db: Database,
  jobId: string,
): Promise<
  Pick<
    Job,
    'notes' | 'repairs' | 'photos' | 'checks' | 'evidence' | 'conclusions' | 'charges' | 'logs'
  >
> {
  return {
    notes: (await db.select().from(note).where(eq(note.jobId, jobId)).orderBy(asc(note.at))).map(
      signed,
    ),
    repairs: await repairsOf(db, { jobId }),
    photos: await photosOf(db, { jobId }),
    checks: (
      await db
        .select()
        .from(checkDone)
        .where(whichOf(checkDone, jobId, 'counting'))
        .orderBy(asc(checkDone.at))
    ).map(signed),
    evidence: await evidenceOf(db, jobId),
    conclusions: (
      await db
        .select()
        .from(conclusion)
        .where(eq(conclusion.jobId, jobId))
        .orderBy(asc(conclusion.at))
    ).map(signed),
    charges: await chargesOf(db, { jobId }),
    logs: await logsOf(db, jobId),
  }
}
