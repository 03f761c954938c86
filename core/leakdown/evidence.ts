import { LOG_C_RANGE } from './hypotheses.ts'

/** Steps of the fine grid of log10 C on which the likelihood is averaged. */
export const FINE_NODES = Math.round((LOG_C_RANGE.to - LOG_C_RANGE.from) / LOG_C_RANGE.step) + 1

/** Conductance at a (fractional) node of the fine grid, L/(s.bar). */
export const conductanceAt = (node: number): number =>
  10 ** (LOG_C_RANGE.from + node * LOG_C_RANGE.step)

/**
 * The likelihood of one hypothesis over the fine grid; `second` is null where all its corners
 * share one conductance.
 */
export interface Evidence {
  /** log of the mean likelihood over the prior on C, up to a constant common to all hypotheses. */
  readonly logMean: number
  readonly leastChi2: number
  /**
   * Posterior weight of each conductance (of the left spring where they differ), adding up to 1.
   */
  readonly first: Float64Array
  readonly second: Float64Array | null
  /** Joint weights, left-major; null where all corners share one conductance. */
  readonly joint: Float64Array | null
}

const squares = (z: Float64Array): number => {
  let sum = 0
  for (const value of z) sum += value * value
  return sum
}

function finish(chi2: Float64Array): { weights: Float64Array; leastChi2: number; logMean: number } {
  let leastChi2 = Number.POSITIVE_INFINITY
  for (const value of chi2) leastChi2 = Math.min(leastChi2, value)
  const weights = new Float64Array(chi2.length)
  let sum = 0
  for (let k = 0; k < chi2.length; k += 1) {
    weights[k] = Math.exp(-0.5 * (chi2[k]! - leastChi2))
    sum += weights[k]!
  }
  for (let k = 0; k < weights.length; k += 1) weights[k]! /= sum
  return { weights, leastChi2, logMean: -0.5 * leastChi2 + Math.log(sum / chi2.length) }
}

/**
 * Evidence of a hypothesis with one conductance.
 * @param whitened whitened misfit (reading minus prediction) at every node of a grid `coarse` fine
 * steps apart, `width` values each.
 */
export function evidenceOfOne(whitened: Float64Array, width: number, coarse: number): Evidence {
  const chi2 = new Float64Array(FINE_NODES)
  const z = new Float64Array(width)
  for (let k = 0; k < FINE_NODES; k += 1) {
    const node = Math.min(Math.floor(k / coarse), whitened.length / width - 2)
    const share = k / coarse - node
    for (let i = 0; i < width; i += 1)
      z[i] = whitened[width * node + i]! * (1 - share) + whitened[width * (node + 1) + i]! * share
    chi2[k] = squares(z)
  }
  const { weights, leastChi2, logMean } = finish(chi2)
  return { logMean, leastChi2, first: weights, second: null, joint: null }
}

function marginsOf(joint: Float64Array): [first: Float64Array, second: Float64Array] {
  const [first, second] = [new Float64Array(FINE_NODES), new Float64Array(FINE_NODES)]
  for (let i = 0; i < FINE_NODES; i += 1) {
    for (let j = 0; j < FINE_NODES; j += 1) {
      first[i]! += joint[i * FINE_NODES + j]!
      second[j]! += joint[i * FINE_NODES + j]!
    }
  }
  return [first, second]
}

/**
 * Evidence of a hypothesis with two independent conductances: the mean over the square.
 * @param whitened whitened misfit on a square grid `coarse` fine steps apart, left-major, `width`
 * values each.
 */
export function evidenceOfTwo(whitened: Float64Array, width: number, coarse: number): Evidence {
  const side = Math.sqrt(whitened.length / width)
  const chi2 = new Float64Array(FINE_NODES * FINE_NODES)
  const [row, z] = [new Float64Array(width * side), new Float64Array(width)]
  for (let i = 0; i < FINE_NODES; i += 1) {
    const node = Math.min(Math.floor(i / coarse), side - 2)
    const share = i / coarse - node
    for (let k = 0; k < width * side; k += 1)
      row[k] =
        whitened[width * side * node + k]! * (1 - share) +
        whitened[width * side * (node + 1) + k]! * share
    for (let j = 0; j < FINE_NODES; j += 1) {
      const column = Math.min(Math.floor(j / coarse), side - 2)
      const part = j / coarse - column
      for (let k = 0; k < width; k += 1)
        z[k] = row[width * column + k]! * (1 - part) + row[width * (column + 1) + k]! * part
      chi2[i * FINE_NODES + j] = squares(z)
    }
  }
  const { weights: joint, leastChi2, logMean } = finish(chi2)
  const [first, second] = marginsOf(joint)
  return { logMean, leastChi2, first, second, joint }
}

/**
 * How much of what a further night says is new: what the vehicle's figures are off by, and how its
 * air was reckoned, is the same each night. Set so that what is said of several nights holds as
 * often as it is said (`bench/nights.ts`).
 */
const NEW_SHARE = 0.5
const LEAST_LOG = Math.log(Number.MIN_VALUE)

// Product of weights to a power node by node, adding up to 1 again, and the logarithm of its sum.
function productOf(
  all: readonly Float64Array[],
  power: number,
): { readonly weights: Float64Array; readonly logSum: number } {
  const weights = new Float64Array(all[0]!.length)
  let sum = 0
  for (let k = 0; k < weights.length; k += 1) {
    let product = 1
    for (const each of all) product *= each[k]!
    weights[k] = product ** power
    sum += weights[k]!
  }
  // No size of leak explains all of them: as unlikely as figures can say.
  if (sum === 0) return { weights: weights.fill(1 / weights.length), logSum: LEAST_LOG }
  for (let k = 0; k < weights.length; k += 1) weights[k]! /= sum
  return { weights, logSum: Math.log(sum) }
}

/**
 * Evidence of a hypothesis over several nights: one leak behind all of them, whatever its size.
 * Where no size explains them all, it is as unlikely as a leak that changed.
 * @param nights at least one
 */
export function evidenceTogether(nights: readonly Evidence[]): Evidence {
  const power = (1 + (nights.length - 1) * NEW_SHARE) / nights.length
  const logMeans = power * nights.reduce((sum, { logMean }) => sum + logMean, 0)
  const leastChi2 = nights.reduce((sum, night) => sum + night.leastChi2, 0)
  // A likelihood at a node is the mean times the number of nodes times its weight.
  const logMean = (nodes: number, logSum: number): number =>
    logMeans + (power * nights.length - 1) * Math.log(nodes) + logSum
  const joints = nights.flatMap(({ joint }) => joint ?? [])
  if (joints.length === nights.length) {
    const { weights: joint, logSum } = productOf(joints, power)
    const [first, second] = marginsOf(joint)
    return { logMean: logMean(FINE_NODES ** 2, logSum), leastChi2, first, second, joint }
  }
  const firsts = nights.map(({ first }) => first)
  if (firsts[0]!.length === 0) return { ...nights[0]!, logMean: logMeans, leastChi2 }
  const { weights: first, logSum } = productOf(firsts, power)
  return {
    logMean: logMean(FINE_NODES, logSum),
    leastChi2,
    first,
    second: null,
    joint: null,
  }
}

/**
 * The (fractional) node below which a share of the weight lies.
 * @param weights adding up to 1. @param share 0..1.
 */
export function quantileNode(weights: Float64Array, share: number): number {
  let sum = 0
  for (let k = 0; k < weights.length; k += 1) {
    const next = sum + weights[k]!
    if (next >= share && weights[k]! > 0) return Math.max(0, k - 0.5 + (share - sum) / weights[k]!)
    sum = next
  }
  return weights.length - 1
}
