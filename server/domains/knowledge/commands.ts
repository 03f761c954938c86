import { MISNAMED_ENTRY } from '@anklet/language/problems/record'
import type { KnowledgeChanges, Learned } from '@anklet/contract'
import type { BookFault, KnowledgeBook } from '@anklet/core/reasoning/diagnosis'
import { bookWith, changesOf, lintBook, NO_CHANGES } from '@anklet/core/reasoning/diagnosis'
import { AppError } from '../../kernel/appError.ts'
import { bookFaultSentence } from '@anklet/language/problems/bookFaults'
import type { Transaction } from '../../store/database.ts'
import { knowledge } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { updateVersion } from '../../kernel/saving.ts'

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

async function change(
  tx: Transaction,
  baseVersion: number | null,
  set: { changes: KnowledgeChanges; borrowed?: Learned },
): Promise<number> {
  await tx.insert(knowledge).values({ changes: NO_CHANGES }).onConflictDoNothing()
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
  if (wrong) throw new AppError('knowledgeFaulty', { sentence: MISNAMED_ENTRY, more: 0 }, wrong)
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
    changes: changesOf(rest),
    ...(learned ? { borrowed: learned } : {}),
  })
}
