import type { SQL } from 'drizzle-orm'
import { and, eq } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'

/** Entries as they count, or every one that is on record: with those that were set aside. */
export type Which = 'counting' | 'every'

/**
 * Picks entries of a table.
 * @param jobId null: of all jobs
 */
export const whichOf = (
  table: { readonly jobId: PgColumn; readonly setAside: PgColumn },
  jobId: string | null,
  which: Which,
): SQL | undefined =>
  and(
    jobId === null ? undefined : eq(table.jobId, jobId),
    which === 'every' ? undefined : eq(table.setAside, false),
  )
