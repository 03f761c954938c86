import { desc, inArray } from 'drizzle-orm'
import type { JobSummary } from '@anklet/contract'
import type { Database, Transaction } from '../../store/database.ts'
import { conclusion, decision } from '../../store/schema.ts'

/** Which of these jobs have the fault written on them. */
export async function concludedAmong(
  db: Database | Transaction,
  jobIds: readonly string[],
): Promise<ReadonlySet<string>> {
  const rows = await db
    .selectDistinct({ jobId: conclusion.jobId })
    .from(conclusion)
    .where(inArray(conclusion.jobId, [...jobIds]))
  return new Set(rows.map(({ jobId }) => jobId))
}

/** What was decided last on those of these jobs that were decided on. */
export async function decidedAmong(
  db: Database | Transaction,
  jobIds: readonly string[],
): Promise<ReadonlyMap<string, NonNullable<JobSummary['decided']>>> {
  const rows = await db
    .selectDistinctOn([decision.jobId], { jobId: decision.jobId, option: decision.option })
    .from(decision)
    .where(inArray(decision.jobId, [...jobIds]))
    .orderBy(decision.jobId, desc(decision.at), desc(decision.id))
  return new Map(rows.map(({ jobId, option }) => [jobId, option === 'leave' ? 'leave' : 'repair']))
}
