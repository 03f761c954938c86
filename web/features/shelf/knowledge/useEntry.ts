import type { BookChanges } from '@anklet/core/reasoning/diagnosis'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import type { ShopBook } from '../../job/knowledge/useBook.ts'

/** Keeping a change of the shop's knowledge. */
export function useEntry({ record }: ShopBook): {
  readonly busy: boolean
  readonly error: string | null
  keep(changes: BookChanges, then?: () => void): void
} {
  const save = useCommand('knowledge.save')
  return {
    busy: save.isPending || record === null,
    error: save.error ? sentenceOf(save.error) : null,
    keep: (changes, then) => {
      if (record)
        save.submit(
          {
            payload: { changes },
            baseVersion: record.version,
          },
          then,
        )
    },
  }
}
