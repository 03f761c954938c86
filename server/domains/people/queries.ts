import { asc } from 'drizzle-orm'
import type { Person } from '@anklet/contract'
import type { Database } from '../../store/database.ts'
import { person } from '../../store/schema.ts'

/** Everybody, by name. */
export const listPeople = (db: Database): Promise<Person[]> =>
  db.select().from(person).orderBy(asc(person.name))
