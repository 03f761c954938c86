import type { KnowledgeRecord } from '@anklet/contract'
import type { BookChanges, KnowledgeBook, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { bookWith, checksAt, NO_CHANGES } from '@anklet/core/reasoning/diagnosis'
import type { Architecture } from '@anklet/core/base/vehicle'
import { useMemo } from 'react'
import { useKnowledge } from '../../../client/queries.ts'

/** What a shop knows: the book with its changes in it, and what closed jobs taught. */
export interface ShopBook {
  readonly book: KnowledgeBook
  readonly changes: BookChanges
  readonly record: KnowledgeRecord | null
}

/** The knowledge of this shop; what ships until it is known. */
export function useBook(): ShopBook {
  const record = useKnowledge().data ?? null
  return useMemo(() => {
    const changes = record?.changes ?? NO_CHANGES
    return { book: bookWith(changes), changes, record }
  }, [record])
}

/** Every check of this shop that can be done on such a vehicle. */
export function useChecks(architecture: Architecture): ReadonlyMap<string, PlacedCheck> {
  const { book } = useBook()
  return useMemo(() => checksAt(book, architecture), [book, architecture])
}
