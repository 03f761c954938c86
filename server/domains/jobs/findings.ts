import { desc } from 'drizzle-orm'
import type { JobSummary } from '@anklet/contract'
import { among } from '../../kernel/among.ts'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { conclusion, decision } from '../../store/schema.ts'

/** Asks which of these jobs have the fault written on them. */
export const askConcluded = (db: Database | Transaction, jobIds: Open<readonly string[]>) =>
  db
    .selectDistinct({ jobId: conclusion.jobId })
    .from(conclusion)
    .where(among(conclusion.jobId, jobIds))

/** Asks what was decided last on those of these jobs that were decided on. */
export const askDecided = (db: Database | Transaction, jobIds: Open<readonly string[]>) =>
  db
    .selectDistinctOn([decision.jobId], { jobId: decision.jobId, option: decision.option })
    .from(decision)
    .where(among(decision.jobId, jobIds))
    .orderBy(decision.jobId, desc(decision.at), desc(decision.id))

/** The same by job, as lists tell it. */
export const tellDecided = (
  rows: readonly { readonly jobId: string; readonly option: string }[],
): ReadonlyMap<string, NonNullable<JobSummary['decided']>> =>
  new Map(rows.map(({ jobId, option }) => [jobId, option === 'leave' ? 'leave' : 'repair']))
