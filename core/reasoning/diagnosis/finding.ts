import { SHIPPED_BOOK } from './book.ts'
import { partsOfId } from './placed.ts'

/** What pairs that have a name in the book are made of. */
const NAMED_PAIRS = new Map(SHIPPED_BOOK.compounds.map(({ id, of }) => [id, of]))

/**
 * The single faults of a finding: what, and where.
 * @param cause id of a cause with its place, or of several joined by "+"
 */
export const singleFaults = (cause: string): ReturnType<typeof partsOfId> =>
  partsOfId(cause).flatMap(({ base, place }) =>
    (NAMED_PAIRS.get(base) ?? [base]).map((each) => ({ base: each, place })),
  )
