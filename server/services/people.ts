import { asc } from 'drizzle-orm'
import type { Person } from '@anklet/contract'
import type { Database } from '../store/database.ts'
import { person } from '../store/schema.ts'
import type { Handler } from './handlers.ts'
import { unlessTaken } from './saving.ts'

/** Adds somebody who signs records. */
export const addPerson: Handler<'person.add'> = async (tx, { payload }) => {
  const name = payload.name.trim()
  await unlessTaken(name, '/payload/name', tx.insert(person).values({ id: payload.personId, name }))
  return null
}

/** Everybody, by name. */
export const listPeople = (db: Database): Promise<Person[]> => db.select().from(person).orderBy(asc(person.name))
