import { eq } from 'drizzle-orm'
import { person } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { required, unlessTaken } from '../../kernel/saving.ts'

/** Adds somebody who signs records. */
export const addPerson: Handler<'person.add'> = async (tx, { payload }) => {
  const name = payload.name.trim()
  await unlessTaken(
    name,
    '/payload/name',
    tx.insert(person).values({ id: payload.personId, name, lead: payload.lead ?? false }),
  )
  return null
}

/** Says whether somebody agrees to deviations. */
export const nameLead: Handler<'person.lead'> = async (tx, { payload: { personId, lead } }) => {
  required(
    await tx
      .update(person)
      .set({ lead })
      .where(eq(person.id, personId))
      .returning({ id: person.id }),
    'person',
    '/payload/personId',
  )
  return null
}
