import { asc, eq, inArray } from 'drizzle-orm'
import type { Personal } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import { grouped } from '../../kernel/grouped.ts'
import { iso, isoOrNull } from '../../kernel/instants.ts'
import type { Database } from '../../store/database.ts'
import { agreement, job, note, photo, vehicle } from '../../store/schema.ts'
import { bareOr } from '../entries/queries.ts'

/** All that tells of the owner of one vehicle. @throws {AppError} `notFound` */
export async function readPersonal(db: Database, id: string): Promise<Personal> {
  const [car] = await db.select().from(vehicle).where(eq(vehicle.id, id))
  if (!car) throw new AppError('notFound', { what: 'vehicle' })
  const jobs = await db.select().from(job).where(eq(job.vehicleId, id)).orderBy(asc(job.openedAt))
  const ids = jobs.map((each) => each.id)
  const [notes, agreements, photos] = await Promise.all([
    db.select().from(note).where(inArray(note.jobId, ids)).orderBy(asc(note.at)),
    db.select().from(agreement).where(inArray(agreement.jobId, ids)).orderBy(asc(agreement.at)),
    db.select().from(photo).where(inArray(photo.jobId, ids)).orderBy(asc(photo.at)),
  ])
  const [notesOf, agreementsOf, photosOf] = [
    grouped(notes, (row) => row.jobId),
    grouped(agreements, (row) => row.jobId),
    grouped(photos, (row) => row.jobId),
  ]
  return {
    format: 'anklet-personal',
    formatVersion: 1,
    exportedAt: new Date().toISOString(),
    vehicle: { id, plate: car.plate, vin: car.vin, note: car.note },
    jobs: jobs.map((each) => ({
      id: each.id,
      openedAt: iso(each.openedAt),
      closedAt: isoOrNull(each.closedAt),
      complaint: each.complaint.words,
      closedReason: each.closedReason,
      notes: (notesOf.get(each.id) ?? []).map(({ at, title, lines }) => ({
        at: iso(at),
        title,
        lines: [...lines],
      })),
      agreements: (agreementsOf.get(each.id) ?? []).map(({ at, name, way }) => ({
        at: iso(at),
        name,
        way,
      })),
      photos: (photosOf.get(each.id) ?? []).map(({ at, caption, type, picture }) => ({
        at: iso(at),
        caption,
        type,
        picture: Buffer.from(bareOr(picture, type)).toString('base64'),
      })),
    })),
  }
}
