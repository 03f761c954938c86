import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { Command, CommandResult } from '@anklet/contract'
import { moment } from './columns.ts'

// Every command, once, and what it changed.

/** Every accepted command, once: what makes a repeat harmless, and the journal of who did what. */
export const command = pgTable(
  'command',
  {
    id: uuid('id').primaryKey(),
    type: text('type').$type<Command['type']>().notNull(),
    personId: uuid('person_id').notNull(),
    device: text('device').notNull(),
    /** Network address it came from; null: from before that was noted. */
    address: text('address'),
    at: moment('at').notNull(),
    receivedAt: moment('received_at').notNull().defaultNow(),
    baseVersion: integer('base_version'),
    payload: jsonb('payload').notNull(),
    fingerprint: text('fingerprint').notNull(),
    result: jsonb('result').$type<CommandResult>(),
  },
  (table) => [index('command_received').on(table.receivedAt)],
)

/**
 * When something was last written, by what it was written of: a vehicle, or one of the scopes of
 * `kernel/revisions.ts`. A mark is another one after every write, and says nothing else.
 */
export const revision = pgTable('revision', {
  scope: uuid('scope').primaryKey(),
  mark: uuid('mark').notNull().defaultRandom(),
  /** Another one only where the lines of its jobs in a list may tell something else. */
  line: uuid('line').notNull().defaultRandom(),
})
