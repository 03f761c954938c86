import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'

/** Is one of these ids: the same statement however many they are, so that it is planned once. */
export const among = (column: PgColumn, ids: readonly string[]): SQL =>
  sql`${column} = any(${sql.param([...ids])}::uuid[])`
