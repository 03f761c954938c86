import { and, asc, eq, inArray } from 'drizzle-orm'
import type { CodeReading, CodeText } from '@anklet/contract'
import type { Database, Transaction } from '../../store/database.ts'
import { codeReading, codeText, job } from '../../store/schema.ts'
import { signed } from '../../kernel/instants.ts'

/**
 * Readings of codes of a job or of all jobs of a vehicle, oldest first, as they count.
 * @param of `every`: those that were set aside too, of a job or (null) of all
 */
export async function codeReadingsOf(
  db: Database | Transaction,
  of: { vehicleId: string } | { jobId: string } | { every: { jobId: string | null } },
): Promise<CodeReading[]> {
  const ofVehicle = (vehicleId: string) =>
    inArray(
      codeReading.jobId,
      db.select({ id: job.id }).from(job).where(eq(job.vehicleId, vehicleId)),
    )
  const which =
    'every' in of
      ? of.every.jobId === null
        ? undefined
        : eq(codeReading.jobId, of.every.jobId)
      : and(
          eq(codeReading.setAside, false),
          'jobId' in of ? eq(codeReading.jobId, of.jobId) : ofVehicle(of.vehicleId),
        )
  return (
    await db
      .select()
      .from(codeReading)
      .where(which)
      .orderBy(asc(codeReading.at), asc(codeReading.id))
  ).map(signed)
}

/** Texts of codes, by number. @param typeId null: of every vehicle type */
export const codeTextsOf = (
  db: Database | Transaction,
  typeId: string | null,
): Promise<CodeText[]> =>
  db
    .select()
    .from(codeText)
    .where(typeId === null ? undefined : eq(codeText.typeId, typeId))
    .orderBy(asc(codeText.number), asc(codeText.id))
