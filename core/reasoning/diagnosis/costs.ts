import type { Groups, Laid } from './knowledge.ts'
import { MOST_GROUPS } from './knowledge.ts'

/** What each minute or coin of a repair is likely to mend: its chance over its cost. */
const worthOf = (cost: Float64Array, belief: Float64Array): Float64Array =>
  belief.map((chance, i) => (cost[i]! > 0 ? chance / cost[i]! : chance > 0 ? Number.MAX_VALUE : 0))

const orderOf = (worth: Float64Array): Uint32Array =>
  Uint32Array.from(worth, (_, i) => i).sort((a, b) => worth[b]! - worth[a]! || a - b)

// Expected cost of repairing in an order until it is mended. @param belief sums to 1
function costInOrder(cost: Float64Array, belief: Float64Array, order: Uint32Array): number {
  let expected = 0
  let left = 1
  for (let k = 0; k < order.length && left > 0; k += 1) {
    const i = order[k]!
    expected += cost[i]! * left
    left -= belief[i]!
  }
  return expected
}

/** Expected cost of repairing in the best order until it is mended. */
export const expectedRepairCost = ({ cost }: Laid, belief: Float64Array): number =>
  costInOrder(cost, belief, orderOf(worthOf(cost, belief)))

/** What a check promises. */
export interface Promised {
  readonly check: number
  readonly gain: number
  readonly expectedCostAfter: number
}

// Room for ordering, used again for every outcome.
interface Room {
  readonly after: Float64Array
  readonly order: Uint32Array
  readonly lists: Uint32Array
  readonly ends: Uint32Array
  readonly heads: Uint32Array
}

const roomFor = (causes: number): Room => ({
  after: new Float64Array(causes),
  order: new Uint32Array(causes),
  lists: new Uint32Array(causes * MOST_GROUPS),
  ends: new Uint32Array(MOST_GROUPS),
  heads: new Uint32Array(MOST_GROUPS),
})

// Orders the causes anew for an outcome by merging its groups, each of which keeps the order it
// had.
function mergedOrder(
  { of, chance }: Groups,
  base: Uint32Array,
  worth: Float64Array,
  { order, lists, ends, heads }: Room,
): Uint32Array {
  const causes = base.length
  const groups = chance.length
  for (let g = 0; g < groups; g += 1) heads[g] = ends[g] = g * causes
  for (let k = 0; k < causes; k += 1) {
    const g = of[base[k]!]!
    lists[ends[g]!++] = base[k]!
  }
  for (let k = 0; k < causes; k += 1) {
    let best = -1
    let most = -1
    for (let g = 0; g < groups; g += 1) {
      if (heads[g]! === ends[g]!) continue
      const mends = worth[lists[heads[g]!]!]! * chance[g]!
      if (mends > most) {
        most = mends
        best = g
      }
    }
    order[k] = lists[heads[best]!++]!
  }
  return order
}

/**
 * What a check gains: the expected cost of repair without it, less its own cost and the expected
 * cost with its outcome known.
 * @param base repairs in the order of the belief. @param worth chance over cost of each cause in
 * the belief
 */
function gainOf(
  { knowledge: { checks }, cost, chance, groups }: Laid,
  belief: Float64Array,
  check: number,
  without: number,
  base: Uint32Array,
  worth: Float64Array,
  room: Room,
): Promised {
  let expectedCostAfter = 0
  const { after } = room
  const rows = chance[check]!
  for (let k = 0; k < rows.length; k += 1) {
    const row = rows[k]!
    let sum = 0
    for (let i = 0; i < after.length; i += 1) sum += after[i] = belief[i]! * row[i]!
    if (sum <= 0) continue
    for (let i = 0; i < after.length; i += 1) after[i] = after[i]! / sum
    const grouped = groups(check, k)
    expectedCostAfter +=
      sum *
      costInOrder(
        cost,
        after,
        grouped ? mergedOrder(grouped, base, worth, room) : orderOf(worthOf(cost, after)),
      )
  }
  return { check, gain: without - checks[check]!.cost - expectedCostAfter, expectedCostAfter }
}

/**
 * What is worth doing next; unclear: nothing that could be checked would tell more, and the
 * likeliest cause is not likely enough to be repaired.
 */
export type Advice = { readonly kind: 'check' | 'repair' | 'unclear'; readonly id: string }

/**
 * Checks by their gain, best first, and what to do: the best check that gains, else the repair
 * that mends most for its cost.
 * Expected cost with the best order of repairs (Heckerman, Breese and Rommelse 1995).
 */
export function rank(
  laid: Laid,
  belief: Float64Array,
  candidates: readonly number[],
): { readonly expected: number; readonly ranking: readonly Promised[]; readonly advice: Advice } {
  const worth = worthOf(laid.cost, belief)
  const base = orderOf(worth)
  const expected = costInOrder(laid.cost, belief, base)
  const room = roomFor(belief.length)
  const ranking = candidates
    .map((check) => gainOf(laid, belief, check, expected, base, worth, room))
    .sort((a, b) => b.gain - a.gain)
  const [best] = ranking
  const { causes, checks } = laid.knowledge
  return {
    expected,
    ranking,
    advice:
      best && best.gain > 0
        ? { kind: 'check', id: checks[best.check]!.id }
        : { kind: 'repair', id: causes[base[0]!]!.id },
  }
}
