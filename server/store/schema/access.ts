import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { moment } from './columns.ts'
import { person } from './cars.ts'

// Who may come in, who is in, and what happened at the door.

/** Who may sign in: an argon2 hash of their PIN or password. */
export const credential = pgTable('credential', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  hash: text('hash').notNull(),
  setAt: moment('set_at').notNull().defaultNow(),
})

/** Somebody signed in on a device, known by the SHA-256 of the cookie it holds. */
export const session = pgTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    /** What a page of this session sends along with whatever changes something. */
    pageToken: text('page_token').notNull(),
    device: text('device').notNull(),
    address: text('address').notNull(),
    madeAt: moment('made_at').notNull().defaultNow(),
    seenAt: moment('seen_at').notNull().defaultNow(),
  },
  (table) => [index('session_person').on(table.personId)],
)

/** Tries to sign in that have not been right since, by whom and where from. */
export const attempt = pgTable('attempt', {
  key: text('key').primaryKey(),
  failures: integer('failures').notNull(),
  at: moment('at').notNull(),
})

/** What happened that is no command: sign-ins, PINs set, files taken away. Never changed. */
export const doorEvent = pgTable(
  'door_event',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    at: moment('at').notNull().defaultNow(),
    what: text('what').notNull(),
    personId: uuid('person_id'),
    device: text('device').notNull(),
    address: text('address').notNull(),
    more: jsonb('more').$type<Readonly<Record<string, string>>>().notNull().default({}),
  },
  (table) => [index('door_event_at').on(table.at)],
)
