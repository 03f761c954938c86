import type { Laid } from './knowledge.ts'
import { groupsWhenAsked } from './knowledge.ts'

/** What is left out of weighing checks: causes that together are less likely than this. */
const LEFT_OUT = 0.002
const MOST_CAUSES = 140

/**
 * Knowledge of the causes that still count, and what is believed of them.
 * @param checks those that are asked for; of others nothing is laid out
 */
export function narrowed(
  laid: Laid,
  belief: Float64Array,
  checks: readonly number[],
): { readonly laid: Laid; readonly belief: Float64Array } {
  const order = Uint32Array.from(belief, (_, i) => i).sort((a, b) => belief[b]! - belief[a]!)
  let [mass, count] = [0, 0]
  while (count < Math.min(order.length, MOST_CAUSES) && mass < 1 - LEFT_OUT)
    mass += belief[order[count++]!]!
  const kept = order.slice(0, count).sort()
  const pick = (values: Float64Array): Float64Array => {
    const picked = new Float64Array(kept.length)
    for (let k = 0; k < kept.length; k += 1) picked[k] = values[kept[k]!]!
    return picked
  }
  const wanted = new Set(checks)
  const chance = laid.chance.map((rows, check) => (wanted.has(check) ? rows.map(pick) : []))
  return {
    belief: pick(belief).map((value) => value / mass),
    laid: {
      ...laid,
      knowledge: {
        ...laid.knowledge,
        causes: [...kept].map((i) => laid.knowledge.causes[i]!),
      },
      prior: pick(laid.prior),
      cost: pick(laid.cost),
      chance,
      groups: groupsWhenAsked(chance),
    },
  }
}
