import type { Guide } from './guide.ts'
import type { Narrowed } from './narrow.ts'

/**
 * What it is worth to halve the doubt about what to repair, in minutes of work: a share of what the
 * repair costs on average, within bounds. A dear one on a guess costs more than a day of checks.
 */
const BIT_SHARE = 0.15
const BIT_MIN = { least: 30, most: 120 } as const

/** The doubt that is left, in minutes of work it would be worth to be rid of it. */
export type DoubtOf = (belief: Float64Array) => number

/**
 * Doubt about what to repair: the entropy of the repairs that may be needed, in minutes. Causes
 * that one repair puts right stand together: to tell them apart is worth nothing.
 */
export function doubtOf({ causes, belief }: Narrowed, { repairOf }: Guide): DoubtOf {
  const usual = causes.reduce((sum, { repairCost }, i) => sum + belief[i]! * repairCost, 0)
  const bitMin = Math.min(BIT_MIN.most, Math.max(BIT_MIN.least, BIT_SHARE * usual))
  const numbers = new Map<string, number>()
  const which = Uint16Array.from(causes, ({ id }) => {
    const repair = repairOf.get(id)!
    const known = numbers.get(repair) ?? numbers.size
    numbers.set(repair, known)
    return known
  })
  const chances = new Float64Array(numbers.size)
  return (now) => {
    chances.fill(0)
    for (let i = 0; i < now.length; i += 1) chances[which[i]!]! += now[i]!
    let bits = 0
    for (const chance of chances) if (chance > 1e-9) bits -= chance * Math.log2(chance)
    return bitMin * bits
  }
}

/** The belief once an outcome is known, into a room. @returns how likely the outcome is */
export function beliefInto(into: Float64Array, belief: Float64Array, row: Float64Array): number {
  let sum = 0
  for (let i = 0; i < into.length; i += 1) sum += into[i] = belief[i]! * row[i]!
  if (sum > 0) for (let i = 0; i < into.length; i += 1) into[i] = into[i]! / sum
  return sum
}

/** What doubt is left on average once a check is done, min. */
export function doubtAfter(
  rows: readonly Float64Array[],
  belief: Float64Array,
  doubt: DoubtOf,
  room: Float64Array,
): number {
  let expected = 0
  for (const row of rows) {
    const chance = beliefInto(room, belief, row)
    if (chance > 0) expected += chance * doubt(room)
  }
  return expected
}
