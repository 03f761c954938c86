import { requireType } from '../vehicleTypes/requireType.ts'
import { and, eq, inArray, notInArray } from 'drizzle-orm'
import { AppError } from '../../kernel/appError.ts'
import { agreement, coil, decision, part } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { required, updateVersion } from '../../kernel/saving.ts'

/** Makes or changes a part of a vehicle type. */
export const savePart: Handler<'part.save'> = async (tx, { payload, baseVersion }) => {
  const { partId: id, ...values } = payload
  await requireType(tx, payload.typeId)
  if (baseVersion !== null) return updateVersion(tx, part, id, baseVersion, values, 'part')
  await tx.insert(part).values({ id, ...values })
  return 1
}

/** Takes a part off the shelf; what was decided with it stays as it was. */
export const dropPart: Handler<'part.drop'> = async (tx, { payload: { partId } }) => {
  required(
    await tx.delete(part).where(eq(part.id, partId)).returning({ id: part.id }),
    'part',
    '/payload/partId',
  )
  return null
}

/**
 * Keeps coils in the list: one of a name that is there takes its place.
 * @throws {AppError} where one would be longer solid than free, or a name comes twice.
 */
export const saveCoils: Handler<'coils.save'> = async (tx, { payload: { coils } }) => {
  const names = coils.map(({ name }) => name.trim())
  for (const [i, { freeLengthMm, solidLengthMm }] of coils.entries()) {
    if (solidLengthMm >= freeLengthMm)
      throw new AppError('solidTooLong', { id: names[i] }, `/payload/coils/${i}/solidLengthMm`)
    if (names.indexOf(names[i]!) < i)
      throw new AppError(
        'alreadyTaken',
        { what: 'A coil called', value: names[i] },
        `/payload/coils/${i}/name`,
      )
  }
  await tx.delete(coil).where(
    and(
      inArray(coil.name, names),
      notInArray(
        coil.id,
        coils.map(({ id }) => id),
      ),
    ),
  )
  for (const [i, { id, ...values }] of coils.entries())
    await tx
      .insert(coil)
      .values({ id, ...values, name: names[i]! })
      .onConflictDoUpdate({ target: coil.id, set: { ...values, name: names[i]! } })
  return null
}

/** Takes a coil out of the list. */
export const dropCoil: Handler<'coil.drop'> = async (tx, { payload: { coilId } }) => {
  required(
    await tx.delete(coil).where(eq(coil.id, coilId)).returning({ id: coil.id }),
    'coil',
    '/payload/coilId',
  )
  return null
}

/** Records what was decided on a job. */
export const takeDecision: Handler<'decision.take'> = async (tx, { payload, person, at }) => {
  const { decisionId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await tx.insert(decision).values({ id, ...rest, personId: person, at })
  return null
}

/** Records that an owner agreed to a decision of this job. */
export const agreeDecision: Handler<'decision.agree'> = async (tx, { payload, person, at }) => {
  const { agreementId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  required(
    await tx
      .select({ id: decision.id })
      .from(decision)
      .where(and(eq(decision.id, payload.decisionId), eq(decision.jobId, payload.jobId))),
    'decision on this job',
    '/payload/decisionId',
  )
  await tx.insert(agreement).values({ id, ...rest, personId: person, at })
  return null
}
