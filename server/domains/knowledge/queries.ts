import { asc, eq, isNotNull, sql } from 'drizzle-orm'
import type { KnowledgeChanges, KnowledgeRecord, Learned } from '@anklet/contract'
import { NO_CHANGES, partsOfId } from '@anklet/core/reasoning/diagnosis'
import type { Database, Transaction } from '../../store/database.ts'
import { conclusion, job, knowledge } from '../../store/schema.ts'

/** Where the shop's knowledge differs from what ships. */
export const readChanges = async (db: Database | Transaction): Promise<KnowledgeChanges> =>
  (await db.select({ changes: knowledge.changes }).from(knowledge))[0]?.changes ?? NO_CHANGES

const CAUSE = /^[a-z][A-Za-z0-9]{1,39}$/
/** The causes of a finding, each once, wherever they sit. */
const basesOf = (finding: string): readonly string[] => [
  ...new Set(
    partsOfId(finding)
      .map(({ base }) => base)
      .filter((base) => CAUSE.test(base)),
  ),
]

// The newest finding of a closed job counts; what was found at which corner is the same cause.
async function learn(db: Database): Promise<Learned> {
  const rows = await db
    .selectDistinctOn([conclusion.jobId], { cause: conclusion.cause })
    .from(conclusion)
    .innerJoin(job, eq(job.id, conclusion.jobId))
    .where(isNotNull(job.closedAt))
    .orderBy(asc(conclusion.jobId), sql`${conclusion.at} desc`)
  const counts: Record<string, number> = {}
  for (const base of rows.flatMap(({ cause }) => basesOf(cause)))
    counts[base] = (counts[base] ?? 0) + 1
  return { closedJobs: rows.length, counts }
}

/** What this shop knows otherwise than what ships, and what its closed jobs taught. */
export async function readKnowledge(db: Database): Promise<KnowledgeRecord> {
  const [row] = await db
    .select({
      version: knowledge.version,
      changes: knowledge.changes,
      borrowed: knowledge.borrowed,
    })
    .from(knowledge)
  return {
    ...(row ?? { version: 1, changes: NO_CHANGES, borrowed: null }),
    learned: await learn(db),
  }
}
