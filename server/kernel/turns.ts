import { sql } from 'drizzle-orm'
import type { Transaction } from '../store/database.ts'

// Embedded, one write follows the other. On a server many run at once, and what a command was
// allowed by must still hold when it is written: commands of one job take turns, and one that is of
// no job takes its turn alone.
const ALL = 7_204_003

/**
 * Waits until no other write could change what this one rests on; lasts to the end of its
 * transaction.
 * @param jobId the one job it is of; null: it is of more, or of none.
 */
export async function takeTurn(tx: Transaction, jobId: string | null): Promise<void> {
  if (jobId === null) {
    await tx.execute(sql`select pg_advisory_xact_lock(${ALL})`)
    return
  }
  await tx.execute(sql`select pg_advisory_xact_lock_shared(${ALL}),
    pg_advisory_xact_lock(hashtextextended(${jobId}, ${ALL}))`)
}
