import type { Cause, Laid } from './knowledge.ts'

/** What is left out of weighing checks: causes that together are less likely than this. */
const LEFT_OUT = 0.002
const MOST_CAUSES = 140

/** The causes that still count, what is believed of them, and what checks show of them. */
export interface Narrowed {
  readonly causes: readonly Cause[]
  /** Sums to 1. */ readonly belief: Float64Array
  /** By check and outcome; of checks nobody asked for nothing is laid out. */
  readonly chance: readonly (readonly Float64Array[])[]
}

/**
 * Leaves out the causes that hardly count any more.
 * @param checks those that are to be weighed
 */
export function narrowed(laid: Laid, belief: Float64Array, checks: readonly number[]): Narrowed {
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
  return {
    causes: [...kept].map((i) => laid.knowledge.causes[i]!),
    belief: pick(belief).map((value) => value / mass),
    chance: laid.chance.map((rows, check) => (wanted.has(check) ? rows.map(pick) : [])),
  }
}
