import type { SQL } from 'drizzle-orm'
import { isSQLWrapper, sql } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import type { Open } from '../store/atOnce.ts'

/** Is one of these ids: the same statement however many they are, so that it is planned once. */
export const among = (column: PgColumn, ids: Open<readonly string[]>): SQL =>
  sql`${column} = any(${isSQLWrapper(ids) ? ids : sql.param([...ids])}::uuid[])`
