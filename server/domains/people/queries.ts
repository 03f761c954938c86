import { asc, eq } from 'drizzle-orm'
import type { Person } from '@anklet/contract'
import type { Database } from '../../store/database.ts'
import { person } from '../../store/schema.ts'

/** Everybody, by name. */
export const listPeople = (db: Pick<Database, 'select'>): Promise<Person[]> =>
  db.select().from(person).orderBy(asc(person.name))

/** What somebody is called; undefined: nobody of this shop. */
export async function nameOf(db: Database, personId: string): Promise<string | undefined> {
  const [found] = await db.select({ name: person.name }).from(person).where(eq(person.id, personId))
  return found?.name
}
