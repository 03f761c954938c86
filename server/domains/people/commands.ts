import { eq } from 'drizzle-orm'
import { person } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { required, unlessTaken } from '../../kernel/saving.ts'
import { requireOtherLead } from '../access/accounts.ts'

/** Adds somebody who signs records. */
export const addPerson: Handler<'person.add'> = async (tx, { payload }) => {
  const name = payload.name.trim()
  await unlessTaken(
    name,
    '/payload/name',
    tx.insert(person).values({ id: payload.personId, name, role: payload.role ?? 'technician' }),
  )
  return null
}

/**
 * Says what somebody does here. Whoever has a PIN and is the last such lead stays one.
 * @throws {AppError} `lastLead`, `unknownReference`
 */
export const giveRole: Handler<'person.role'> = async (tx, { payload: { personId, role } }) => {
  if (role !== 'lead') await requireOtherLead(tx, personId)
  required(
    await tx
      .update(person)
      .set({ role })
      .where(eq(person.id, personId))
      .returning({ id: person.id }),
    'person',
    '/payload/personId',
  )
  return null
}
