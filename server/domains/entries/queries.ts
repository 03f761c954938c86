import { asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { EvidenceRecord, Job, Photo } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Answers, Open } from '../../store/atOnce.ts'
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
import { askLogs, describeLog } from '../logs/queries.ts'
import type { Which } from '../../kernel/which.ts'
import { askInOrder, whichOf } from '../../kernel/which.ts'

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

/** Of a vehicle, or of one of its jobs. */
type OfWhat = { readonly vehicleId: Open } | { readonly jobId: Open }

/** Asks for repairs, oldest first. */
export const askRepairs = (db: Database | Transaction, of: OfWhat) =>
  db
    .select()
    .from(repair)
    .where('jobId' in of ? eq(repair.jobId, of.jobId) : eq(repair.vehicleId, of.vehicleId))
    .orderBy(asc(repair.at))

/** Asks for charges, oldest first. */
export const askCharges = (db: Database | Transaction, of: OfWhat) =>
  db
    .select()
    .from(charge)
    .where('jobId' in of ? eq(charge.jobId, of.jobId) : eq(charge.vehicleId, of.vehicleId))
    .orderBy(asc(charge.at))

/** Asks for photos without their pictures, oldest first. */
export function askPhotos(db: Database | Transaction, of: OfWhat) {
  const { picture: _picture, small: _small, ...columns } = getTableColumns(photo)
  const ofVehicle = (vehicleId: Open) =>
    inArray(photo.jobId, db.select({ id: job.id }).from(job).where(eq(job.vehicleId, vehicleId)))
  return db
    .select({ ...columns, bytes: sql<number>`length(${photo.picture})`.as('bytes') })
    .from(photo)
    .where('jobId' in of ? eq(photo.jobId, of.jobId) : ofVehicle(of.vehicleId))
    .orderBy(asc(photo.at))
}

/**
 * What was found by hand or said of evidence, in the order it came.
 * @param jobId null: of all jobs
 */
export const evidenceOf = async (
  db: Database | Transaction,
  jobId: string | null,
  which: Which = 'counting',
): Promise<EvidenceRecord[]> => (await askInOrder(db, evidence, jobId, which)).map(signed)

/** Asks for what was written and photographed on a job, oldest first. */
export const askEntries = (db: Database | Transaction, jobId: Open) => ({
  notes: db.select().from(note).where(eq(note.jobId, jobId)).orderBy(asc(note.at)),
  repairs: askRepairs(db, { jobId }),
  photos: askPhotos(db, { jobId }),
  checks: db
    .select()
    .from(checkDone)
    .where(whichOf(checkDone, jobId, 'counting'))
    .orderBy(asc(checkDone.at)),
  evidence: askInOrder(db, evidence, jobId, 'counting'),
  conclusions: db
    .select()
    .from(conclusion)
    .where(eq(conclusion.jobId, jobId))
    .orderBy(asc(conclusion.at)),
  charges: askCharges(db, { jobId }),
  logs: askLogs(db, jobId),
})

/** The same as it is told. */
export const tellEntries = (
  rows: Answers<ReturnType<typeof askEntries>>,
): Pick<
  Job,
  'notes' | 'repairs' | 'photos' | 'checks' | 'evidence' | 'conclusions' | 'charges' | 'logs'
> => ({
  notes: rows.notes.map(signed),
  repairs: rows.repairs.map(signed),
  photos: rows.photos.map(signed),
  checks: rows.checks.map(signed),
  evidence: rows.evidence.map(signed),
  conclusions: rows.conclusions.map(signed),
  charges: rows.charges.map(signed),
  logs: rows.logs.map(describeLog),
})
