import { and, asc, eq, inArray, ne } from 'drizzle-orm'
import type { CodeReading, CodeText } from '@anklet/contract'
import { codeText as nameOfCode } from '@anklet/core/reasoning/codes'
import { AppError } from '../problems/appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import { codeReading, codeText, job, vehicleType } from '../store/schema.ts'
import type { Handler } from './handler.ts'
import { signed } from './instants.ts'
import { openJobOf } from './rounds.ts'
import { required, updateVersion } from './saving.ts'

/** Records all codes a module or a tool told at once. @throws {AppError} `codeKnown` where one is there twice. */
export const recordCodes: Handler<'codes.record'> = async (tx, { payload, person, at }) => {
  const { readingId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  const names = payload.codes.map(nameOfCode)
  const again = names.findIndex((name, i) => names.indexOf(name) < i)
  if (again >= 0)
    throw new AppError('codeKnown', { what: names[again] }, `/payload/codes/${again}/number`)
  await tx.insert(codeReading).values({ id, ...rest, personId: person, at })
  return null
}

/** Keeps or changes what a code means on a vehicle type; one text a number. */
export const saveCodeText: Handler<'codeText.save'> = async (tx, { payload, baseVersion }) => {
  const { textId: id, ...values } = payload
  required(
    await tx
      .select({ id: vehicleType.id })
      .from(vehicleType)
      .where(eq(vehicleType.id, payload.typeId)),
    'vehicle type',
    '/payload/typeId',
  )
  const [other] = await tx
    .select({ id: codeText.id })
    .from(codeText)
    .where(
      and(
        eq(codeText.typeId, payload.typeId),
        eq(codeText.number, payload.number),
        ne(codeText.id, id),
      ),
    )
  if (other)
    throw new AppError(
      'alreadyTaken',
      { what: 'A text for the code', value: payload.number },
      '/payload/number',
    )
  if (baseVersion !== null) return updateVersion(tx, codeText, id, baseVersion, values, 'code')
  await tx.insert(codeText).values({ id, ...values })
  return 1
}

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
