import { and, eq, inArray, isNotNull, sql } from 'drizzle-orm'
import { AppError } from '../../kernel/appError.ts'
import type { Handler } from '../../kernel/handler.ts'
import { updateVersion } from '../../kernel/saving.ts'
import type { Transaction } from '../../store/database.ts'
import { agreement, command, job, note, photo, vehicle } from '../../store/schema.ts'

/** Stands where words were. */
const ERASED = 'Erased'
/** Stands where a picture was: a single clear point (PNG). */
const NO_PICTURE = new Uint8Array(
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  ),
)

// The journal says that it was done, by whom and when, and no longer what was in it.
async function eraseFromJournal(tx: Transaction, vehicleId: string): Promise<void> {
  await tx
    .update(command)
    .set({
      payload: sql`jsonb_strip_nulls(jsonb_build_object('erased', true,
        'jobId', ${command.payload}->'jobId', 'vehicleId', ${command.payload}->'vehicleId'))`,
    })
    .where(
      sql`${command.type} <> 'vehicle.erase' and (${command.payload}->>'vehicleId' = ${vehicleId}
        or ${command.payload}->>'jobId' in
          (select ${job.id}::text from ${job} where ${job.vehicleId} = ${vehicleId}))`,
    )
}

async function eraseFromJobs(tx: Transaction, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return
  const jobs = [...ids]
  await tx
    .update(job)
    .set({ complaint: sql`jsonb_set(${job.complaint}, '{words}', '""')` })
    .where(inArray(job.id, jobs))
  await tx
    .update(job)
    .set({ closedReason: ERASED })
    .where(and(inArray(job.id, jobs), isNotNull(job.closedReason)))
  // What the bench reckoned tells of the car alone.
  await tx
    .update(note)
    .set({ title: ERASED, lines: [] })
    .where(and(inArray(note.jobId, jobs), eq(note.from, 'person')))
  await tx.update(agreement).set({ name: ERASED }).where(inArray(agreement.jobId, jobs))
  await tx
    .update(photo)
    .set({ caption: '', type: 'image/png', picture: NO_PICTURE, small: null })
    .where(inArray(photo.jobId, jobs))
}

/**
 * Takes away what tells whose a car is, everywhere.
 * @param jobs of the car, all of them
 * @returns the car's new version.
 * @throws {AppError} `stale`
 */
export async function eraseWho(
  tx: Transaction,
  id: string,
  {
    baseVersion,
    at,
    jobs,
  }: { readonly baseVersion: number | null; readonly at: string; readonly jobs: readonly string[] },
): Promise<number> {
  const bare = { plate: `${ERASED} ${id.slice(0, 8)}`.toUpperCase(), vin: '', note: '' }
  const changed = { ...bare, erasedAt: at }
  const version = await updateVersion(tx, vehicle, id, baseVersion, changed, 'vehicle')
  await eraseFromJobs(tx, jobs)
  await eraseFromJournal(tx, id)
  return version
}

/**
 * Erases what tells whose a car is: plate, VIN, notes, the customer's words, who agreed, photos, and
 * all of that in the journal. Readings, findings and work stay, as of a car without a name.
 * @throws {AppError} `jobsOpen`, `erasedAlready`, `stale`, `notFound`
 */
export const eraseOwner: Handler<'vehicle.erase'> = async (tx, { payload, baseVersion, at }) => {
  const { vehicleId: id } = payload
  const jobs = await tx.select().from(job).where(eq(job.vehicleId, id))
  if (jobs.some(({ closedAt }) => closedAt === null)) throw new AppError('jobsOpen')
  const [was] = await tx.select({ at: vehicle.erasedAt }).from(vehicle).where(eq(vehicle.id, id))
  if (was?.at) throw new AppError('erasedAlready')
  return eraseWho(tx, id, { baseVersion, at, jobs: jobs.map((each) => each.id) })
}
