import { and, asc, eq, inArray } from 'drizzle-orm'
import type { CodeReading, CodeText } from '@anklet/contract'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { codeReading, codeText, job } from '../../store/schema.ts'
import { signed } from '../../kernel/instants.ts'

type OfWhat =
  | { readonly vehicleId: Open }
  | { readonly jobId: Open }
  | { readonly every: { readonly jobId: string | null } }

/** Asks for readings of codes. @param of `every`: those that were set aside too, of a job or (null) of all */
export function askCodeReadings(db: Database | Transaction, of: OfWhat) {
  const ofVehicle = (vehicleId: Open) =>
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
  return db
    .select()
    .from(codeReading)
    .where(which)
    .orderBy(asc(codeReading.at), asc(codeReading.id))
}

/**
 * Readings of codes of a job or of all jobs of a vehicle, oldest first, as they count.
 * @param of `every`: those that were set aside too, of a job or (null) of all
 */
export const codeReadingsOf = async (
  db: Database | Transaction,
  of: OfWhat,
): Promise<CodeReading[]> => (await askCodeReadings(db, of)).map(signed)

/** Asks for texts of codes, by number. @param typeId null: of every vehicle type */
export const askCodeTexts = (db: Database | Transaction, typeId: Open | null) =>
  db
    .select()
    .from(codeText)
    .where(typeId === null ? undefined : eq(codeText.typeId, typeId))
    .orderBy(asc(codeText.number), asc(codeText.id))

/** Texts of codes, by number. @param typeId null: of every vehicle type */
export const codeTextsOf = (
  db: Database | Transaction,
  typeId: string | null,
): Promise<CodeText[]> => askCodeTexts(db, typeId)
