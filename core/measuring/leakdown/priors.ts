import type { Architecture, Axle, Corner } from '../../base/vehicle/index.ts'
import { AXLE_OF } from '../../base/vehicle/index.ts'
import type { HypothesisId } from './hypotheses.ts'
import { HYPOTHESES, hypothesisCorners, PRIOR_WEIGHT } from './hypotheses.ts'

/** Where the customer says it goes down. */
export interface ComplaintHint {
  readonly corners: readonly Corner[]
}

/** Why a weight differs from the table's. */
export type PriorReason =
  | { readonly code: 'noSharedBlock'; readonly axle: Axle }
  | { readonly code: 'crossValve'; readonly axle: Axle }
  | { readonly code: 'customerNamed'; readonly corners: readonly Corner[] }

/** Left to a pair on an axle whose springs share nothing: two equal leaks by chance. */
const NOTHING_SHARED = 0.1
/** An open cross valve joins both springs, so one leak takes both down. */
const CROSS_VALVE = 1.5
/**
 * What the customer's word is worth. They see the car every morning, but judge by eye; a factor of
 * two keeps any night of
 * readings stronger than the word.
 */
const CUSTOMER_WORD = 2

const sameCorners = (a: readonly Corner[], b: readonly Corner[]): boolean =>
  a.length === b.length && a.every((corner) => b.includes(corner))

function axleFactor(
  architecture: Architecture,
  axle: Axle,
): { factor: number; reason: PriorReason | null } {
  if (architecture.crossValve[axle])
    return { factor: CROSS_VALVE, reason: { code: 'crossValve', axle } }
  if (architecture.valves === 'perSpring')
    return { factor: NOTHING_SHARED, reason: { code: 'noSharedBlock', axle } }
  return { factor: 1, reason: null }
}

/**
 * Weights of the hypotheses on this vehicle, from how it is built and from what the customer saw.
 * @param hint the corners the customer named; empty: none in particular.
 * @returns only the weights that differ from the table's, with the reasons to show beside the
 * answer.
 */
export function priorsFor(
  architecture: Architecture,
  hint: ComplaintHint,
): { weights: Partial<Record<HypothesisId, number>>; reasons: PriorReason[] } {
  const factors = new Map<HypothesisId, number>(HYPOTHESES.map((id) => [id, 1]))
  const reasons: PriorReason[] = []
  for (const axle of ['front', 'rear'] as const) {
    if (architecture.air[axle] === 'none') continue
    const { factor, reason } = axleFactor(architecture, axle)
    factors.set(`${axle}Pair`, factor)
    if (reason) reasons.push(reason)
  }
  if (hint.corners.length > 0) {
    for (const id of HYPOTHESES) {
      if (sameCorners(hypothesisCorners(id), hint.corners))
        factors.set(id, factors.get(id)! * CUSTOMER_WORD)
    }
    // An axle named may be one spring seen from behind: its single springs gain half as much.
    if (hint.corners.length === 2 && AXLE_OF[hint.corners[0]!] === AXLE_OF[hint.corners[1]!]) {
      for (const corner of hint.corners) factors.set(corner, Math.sqrt(CUSTOMER_WORD))
    }
    reasons.push({ code: 'customerNamed', corners: hint.corners })
  }
  const changed = HYPOTHESES.filter((id) => factors.get(id) !== 1)
  return {
    weights: Object.fromEntries(changed.map((id) => [id, PRIOR_WEIGHT[id] * factors.get(id)!])),
    reasons,
  }
}
