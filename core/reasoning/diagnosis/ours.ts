import type { BookCause, BookCheck, BookCompound, KnowledgeBook } from './book.ts'
import { SHIPPED_BOOK } from './book.ts'

/** Entries by id; null: left out. */
type Changed<Entry> = Readonly<Record<string, Entry | null>>
/** Where a shop's knowledge differs from what ships. What it did not touch grows better with each release. */
export interface BookChanges {
  readonly causes: Changed<BookCause>
  readonly compounds: Changed<BookCompound>
  readonly checks: Changed<BookCheck>
}

export const NO_CHANGES: BookChanges = { causes: {}, compounds: {}, checks: {} }

type Kind = keyof BookChanges
const KINDS: readonly Kind[] = ['causes', 'compounds', 'checks']

function changed<Entry extends { readonly id: string }>(
  entries: readonly Entry[],
  changes: Changed<Entry>,
): Entry[] {
  const known = new Set(entries.map(({ id }) => id))
  const added = Object.entries(changes).flatMap(([id, entry]) =>
    entry && !known.has(id) ? [entry] : [],
  )
  return [
    ...entries.flatMap((entry) => {
      const own = changes[entry.id]
      return own === null ? [] : [own ?? entry]
    }),
    ...added,
  ]
}

/** What ships, with a shop's changes in it. */
export const bookWith = (
  { causes, compounds, checks }: BookChanges,
  book: KnowledgeBook = SHIPPED_BOOK,
): KnowledgeBook => ({
  format: book.format,
  formatVersion: book.formatVersion,
  causes: changed(book.causes, causes),
  compounds: changed(book.compounds, compounds),
  checks: changed(book.checks, checks),
})

// The same entry may be written with its fields in another order.
const content = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

/** Where a book differs from what ships: `bookWith` of it is that book again. */
export function changesOf(book: KnowledgeBook, shipped: KnowledgeBook = SHIPPED_BOOK): BookChanges {
  const of = (kind: Kind): Record<string, unknown> => {
    const [here, there] = [
      new Map(book[kind].map((entry) => [entry.id, entry as unknown])),
      new Map(shipped[kind].map((entry) => [entry.id, entry as unknown])),
    ]
    return Object.fromEntries([
      ...[...here].filter(
        ([id, entry]) => !there.has(id) || content(there.get(id)) !== content(entry),
      ),
      ...[...there.keys()].filter((id) => !here.has(id)).map((id) => [id, null] as const),
    ])
  }
  return Object.fromEntries(KINDS.map((kind) => [kind, of(kind)])) as unknown as BookChanges
}
