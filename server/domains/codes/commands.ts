import { requireType } from '../vehicleTypes/requireType.ts'
import { and, eq, ne } from 'drizzle-orm'
import { codeText as nameOfCode } from '@anklet/core/reasoning/codes'
import { AppError } from '../../kernel/appError.ts'
import { codeReading, codeText } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { updateVersion } from '../../kernel/saving.ts'

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
  await requireType(tx, payload.typeId)
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
