import { asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { ChargeRecord, EvidenceRecord, Job, Photo, Repair } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import {
  charge,
  checkDone,
  conclusion,
  evidence,
  job,
  note,
  photo,
  repair,
} from '../../store/schema.ts'
import { bare } from './bare.ts'
import { signed } from '../../kernel/instants.ts'
import { logsOf } from '../logs/queries.ts'
import type { Which } from '../../kernel/which.ts'
import { whichOf } from '../../kernel/which.ts'

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

/**
 * A picture without where and when it was taken. Those of earlier releases were kept as they came, and
 * what is not built as its kind is stays as it is.
 */
export function bareOr(picture: Uint8Array, type: Photo['type']): Uint8Array {
  try {
    return bare(picture, type)
  } catch {
    return picture
  }
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
  const type = pictureType(row.picture, '')
  return { type, picture: bareOr(row.picture, type) }
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
