import { canonicalJson } from '@anklet/core/measuring/exchange'

/** Something that both changed, each in another way. */
export interface Clash {
  /** Names of the fields that lead to it, the outermost first. */
  readonly path: readonly string[]
  readonly mine: unknown
  readonly theirs: unknown
}

/** What two people made of the same. */
export interface Meeting<Typed> {
  /** What each changed alone, and own words where both did. */
  readonly mine: Typed
  /** What each changed alone, and the other's words where both did. */
  readonly theirs: Typed
  readonly clashes: readonly Clash[]
}

type Parts = Readonly<Record<string, unknown>>

const isParts = (value: unknown): value is Parts =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Whether two values say the same. */
export const same = (one: unknown, other: unknown): boolean =>
  canonicalJson([one]) === canonicalJson([other])

function meetValues(
  before: unknown,
  mine: unknown,
  theirs: unknown,
  path: readonly string[],
): Meeting<unknown> {
  if (isParts(before) && isParts(mine) && isParts(theirs)) {
    const keys = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    const met = keys.map(
      (key) => [key, meetValues(before[key], mine[key], theirs[key], [...path, key])] as const,
    )
    return {
      mine: Object.fromEntries(met.map(([key, each]) => [key, each.mine])),
      theirs: Object.fromEntries(met.map(([key, each]) => [key, each.theirs])),
      clashes: met.flatMap(([, each]) => each.clashes),
    }
  }
  if (same(mine, before)) return { mine: theirs, theirs, clashes: [] }
  if (same(theirs, before) || same(mine, theirs)) return { mine, theirs: mine, clashes: [] }
  return { mine, theirs, clashes: [{ path, mine, theirs }] }
}

/**
 * What stands where two people changed the same record, field by field: what one changed and the
 * other left alone is theirs who changed it.
 * @param before what both began from
 */
export const meet = <Typed>(before: Typed, mine: Typed, theirs: Typed): Meeting<Typed> =>
  meetValues(before, mine, theirs, []) as Meeting<Typed>
