import type { KnowledgeBook } from '@anklet/contract'
import type { KnowledgeBook as Book } from '@anklet/core/reasoning/diagnosis'
import { changesOf } from '@anklet/core/reasoning/diagnosis'

/** How many entries of a book are others than those here; null where it is not even shaped like one. */
export function differences(book: KnowledgeBook, here: Book): number | null {
  try {
    const changes = Object.values(changesOf(book, here)) as object[]
    return changes.reduce<number>((sum, entries) => sum + Object.keys(entries).length, 0)
  } catch {
    return null
  }
}
