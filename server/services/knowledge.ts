import { asc, eq, isNotNull, sql } from 'drizzle-orm'
import type { KnowledgeChanges, KnowledgeRecord, Learned } from '@anklet/contract'
import type { BookFault, KnowledgeBook } from '@anklet/core/reasoning/diagnosis'
import {
  bookWith,
  changesOf,
  lintBook,
  NO_CHANGES,
  partsOfId,
} from '@anklet/core/reasoning/diagnosis'
import { AppError } from '../problems/appError.ts'
import { bookFaultSentence } from '@anklet/language/problems/bookFaults'
import type { Database, Transaction } from '../store/database.ts'
import { conclusion, job, knowledge } from '../store/schema.ts'
import type { Handler } from './handler.ts'
import { updateVersion } from './saving.ts'

const NONE: KnowledgeChanges = structuredClone(NO_CHANGES) as KnowledgeChanges

function check(book: KnowledgeBook, pathOf: (fault: BookFault) => string): void {
  const faults = lintBook(book).map((fault) => ({
    path: pathOf(fault),
    detail: bookFaultSentence(fault),
  }))
  if (faults[0])
    throw new AppError(
      'knowledgeFaulty',
      { sentence: faults[0].detail, more: faults.length - 1 },
      faults[0].path,
      faults,
    )
}

/** Where the shop's knowledge differs from what ships. */
export const readChanges = async (db: Database | Transaction): Promise<KnowledgeChanges> =>
  (await db.select({ changes: knowledge.changes }).from(knowledge))[0]?.changes ?? NONE

async function change(
  tx: Transaction,
  baseVersion: number | null,
  set: { changes: KnowledgeChanges; borrowed?: Learned },
): Promise<number> {
  await tx.insert(knowledge).values({ changes: NONE }).onConflictDoNothing()
  return updateVersion(tx, knowledge, 1, baseVersion, set, 'knowledge')
}

// An entry kept under another name would come out beside the one it was meant to replace.
const misnamed = (changes: KnowledgeChanges): string | undefined =>
  (['causes', 'compounds', 'checks'] as const).flatMap((kind) =>
    Object.entries<{ readonly id: string } | null>(changes[kind]).flatMap(([id, entry]) =>
      entry && entry.id !== id ? [`/payload/changes/${kind}/${id}/id`] : [],
    ),
  )[0]

/**
 * Keeps where the shop's knowledge differs from what ships.
 * @throws {AppError} `knowledgeFaulty` where it would not hang together.
 */
export const saveKnowledge: Handler<'knowledge.save'> = async (
  tx,
  { payload: { changes }, baseVersion },
) => {
  const wrong = misnamed(changes)
  if (wrong)
    throw new AppError(
      'knowledgeFaulty',
      { sentence: 'An entry is kept under another name than its own.', more: 0 },
      wrong,
    )
  check(bookWith(changes), ({ at }) => `/payload/changes/${at}`)
  return change(tx, baseVersion, { changes })
}

/**
 * Takes a whole book over, with what the jobs of its shop taught.
 * @throws {AppError} `knowledgeFaulty` with every fault and its place in the book.
 */
export const importKnowledge: Handler<'knowledge.import'> = async (
  tx,
  { payload: { book }, baseVersion },
) => {
  const { learned, ...rest } = book
  check(rest, ({ at }) => {
    const [kind, id] = at.split('/') as ['causes' | 'compounds' | 'checks', string]
    return `/payload/book/${kind}/${rest[kind].findIndex((entry) => entry.id === id)}`
  })
  return change(tx, baseVersion, {
    changes: changesOf(rest) as unknown as KnowledgeChanges,
    ...(learned ? { borrowed: learned } : {}),
  })
}

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
  return { ...(row ?? { version: 1, changes: NONE, borrowed: null }), learned: await learn(db) }
}
