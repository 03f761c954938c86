import { FINE_NODES, quantileNode } from './evidence.ts'
import type { HypothesisId } from './hypotheses.ts'
import { isIndependent } from './hypotheses.ts'
import type { WeighedNights } from './infer.ts'
import { COARSE_ONE, COARSE_TWO } from './weigh.ts'

/** One thing that may be true given the readings. */
export interface Particle {
  readonly id: HypothesisId
  readonly weight: number
  /** Nodes of the hypothesis's forecasts around its conductance, and the share of each. */
  readonly cell: readonly (readonly [node: number, share: number])[]
}

const PARTICLES = 300
/** A hypothesis this improbable is left out; any other has at least so many particles. */
const LEAST_PROBABILITY = 0.003
const LEAST_PARTICLES = 8
/** Golden ratio: spreads any number of points evenly over the second direction. */
const SPREAD = (Math.sqrt(5) - 1) / 2

const between = (fine: number, coarse: number): readonly [node: number, share: number] => {
  const node = Math.min(Math.floor(fine / coarse), (FINE_NODES - 1) / coarse - 1)
  return [node, fine / coarse - node]
}

function cellOfTwo(left: number, right: number): Particle['cell'] {
  const side = (FINE_NODES - 1) / COARSE_TWO + 1
  const [[i, f], [j, g]] = [between(left, COARSE_TWO), between(right, COARSE_TWO)]
  const at = side * i + j
  return [
    [at, (1 - f) * (1 - g)],
    [at + 1, (1 - f) * g],
    [at + side, f * (1 - g)],
    [at + side + 1, f * g],
  ]
}

function cellOfOne(fine: number): Particle['cell'] {
  const [node, share] = between(fine, COARSE_ONE)
  return [
    [node, 1 - share],
    [node + 1, share],
  ]
}

/**
 * Draws what may be true from the posterior: each hypothesis by its probability, its conductances
 * by evenly spread quantiles.
 */
export function drawParticles({ evidence, answer }: WeighedNights): Particle[] {
  const likely = [...evidence.keys()].filter((id) => answer.posterior[id]! >= LEAST_PROBABILITY)
  return likely.flatMap((id) => {
    const probability = answer.posterior[id]!
    const count = Math.max(LEAST_PARTICLES, Math.round(PARTICLES * probability))
    const { first, joint } = evidence.get(id)!
    return Array.from({ length: count }, (_, k): Particle => {
      const weight = probability / count
      const share = (k + 0.5) / count
      if (id === 'none') return { id, weight, cell: [[0, 1]] }
      const left = Math.round(quantileNode(first, share))
      if (!isIndependent(id) || !joint) return { id, weight, cell: cellOfOne(left) }
      const row = joint.slice(FINE_NODES * left, FINE_NODES * (left + 1))
      const sum = row.reduce((total, value) => total + value, 0)
      const right = quantileNode(
        row.map((value) => value / sum),
        (k * SPREAD) % 1,
      )
      return { id, weight, cell: cellOfTwo(left, right) }
    })
  })
}
