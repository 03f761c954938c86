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

/** A misfit this much worse than the best weighs less than 1e-13 of it. */
const NOTHING_LEFT_CHI2 = 60

function finish(chi2: Float64Array): { weights: Float64Array; leastChi2: number; logMean: number } {
  let leastChi2 = Number.POSITIVE_INFINITY
  for (const value of chi2) leastChi2 = Math.min(leastChi2, value)
  const weights = new Float64Array(chi2.length)
  let sum = 0
  for (let k = 0; k < chi2.length; k += 1) {
    const beyond = chi2[k]! - leastChi2
    if (beyond > NOTHING_LEFT_CHI2) continue
    weights[k] = Math.exp(-0.5 * beyond)
    sum += weights[k]!
  }
  for (let k = 0; k < weights.length; k += 1) weights[k]! /= sum
  return { weights, leastChi2, logMean: -0.5 * leastChi2 + Math.log(sum / chi2.length) }
}

/** Evidence of no leak. @param whitened whitened misfit of the one forecast there is. */
export function evidenceOfNone(whitened: Float64Array): Evidence {
  const leastChi2 = squares(whitened)
  return {
    logMean: -0.5 * leastChi2,
    leastChi2,
    first: new Float64Array(0),
    second: null,
    joint: null,
  }
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

// Least misfit between four nodes of a grid: no point between them is further from the first than
// the furthest of the others.
function leastBetween(whitened: Float64Array, width: number, places: readonly number[]): number {
  const [first, ...others] = places as [number, ...number[]]
  let [size, furthest] = [0, 0]
  for (let k = 0; k < width; k += 1) size += whitened[first + k]! ** 2
  for (const other of others) {
    let distance = 0
    for (let k = 0; k < width; k += 1)
      distance += (whitened[other + k]! - whitened[first + k]!) ** 2
    furthest = Math.max(furthest, distance)
  }
  return Math.max(0, Math.sqrt(size) - Math.sqrt(furthest)) ** 2
}

type Cell = readonly [left: number, right: number]

interface Square {
  readonly whitened: Float64Array
  readonly width: number
  readonly coarse: number
  readonly side: number
}

// The cells of the square whose misfit is near the best.
function liveCells({ whitened, width, side }: Square): Cell[] {
  let least = Number.POSITIVE_INFINITY
  for (let at = 0; at < whitened.length; at += width) {
    let sum = 0
    for (let k = 0; k < width; k += 1) sum += whitened[at + k]! ** 2
    least = Math.min(least, sum)
  }
  const live: Cell[] = []
  for (let i = 0; i < side - 1; i += 1) {
    for (let j = 0; j < side - 1; j += 1) {
      const at = width * (side * i + j)
      const corners = [at, at + width, at + width * side, at + width * (side + 1)]
      if (leastBetween(whitened, width, corners) <= least + NOTHING_LEFT_CHI2) live.push([i, j])
    }
  }
  return live
}

// The fine nodes of a cell in one direction: its first place and how many; the last cell counts to
// the edge.
const firstOf = (cell: number, { coarse }: Square): number => coarse * cell
const countOf = (cell: number, { coarse, side }: Square): number =>
  cell === side - 2 ? coarse + 1 : coarse

// Writes squared misfits at the fine nodes of a cell to their places in the square; returns the
// least of them.
function fillCell(square: Square, [i, j]: Cell, chi2: Float64Array): number {
  const { whitened, width, coarse, side } = square
  const at = width * (side * i + j)
  const below = at + width * side
  let least = Number.POSITIVE_INFINITY
  for (let a = 0; a < countOf(i, square); a += 1) {
    const f = a / coarse
    const row = (firstOf(i, square) + a) * FINE_NODES + firstOf(j, square)
    for (let b = 0; b < countOf(j, square); b += 1) {
      const g = b / coarse
      let sum = 0
      for (let k = 0; k < width; k += 1) {
        const left = whitened[at + k]! * (1 - f) + whitened[below + k]! * f
        const right = whitened[at + width + k]! * (1 - f) + whitened[below + width + k]! * f
        const z = left * (1 - g) + right * g
        sum += z * z
      }
      chi2[row + b] = sum
      least = Math.min(least, sum)
    }
  }
  return least
}

// Turns the squared misfits of a cell into weights, adds them to both margins and returns their
// sum.
function weighCell(
  square: Square,
  [i, j]: Cell,
  joint: Float64Array,
  leastChi2: number,
  [first, second]: readonly [Float64Array, Float64Array],
): number {
  let sum = 0
  for (let a = firstOf(i, square); a < firstOf(i, square) + countOf(i, square); a += 1) {
    for (let b = firstOf(j, square); b < firstOf(j, square) + countOf(j, square); b += 1) {
      const weight = Math.exp(-0.5 * (joint[a * FINE_NODES + b]! - leastChi2))
      joint[a * FINE_NODES + b] = weight
      first[a]! += weight
      second[b]! += weight
      sum += weight
    }
  }
  return sum
}

/**
 * Evidence of a hypothesis with two independent conductances: the mean over the square. Cells of
 * the grid whose misfit is far from the best are left out.
 * @param whitened whitened misfit on a square grid `coarse` fine steps apart, left-major, `width`
 * values each.
 */
export function evidenceOfTwo(whitened: Float64Array, width: number, coarse: number): Evidence {
  const square = { whitened, width, coarse, side: Math.sqrt(whitened.length / width) }
  const joint = new Float64Array(FINE_NODES * FINE_NODES)
  const live = liveCells(square)
  const leastChi2 = Math.min(...live.map((cell) => fillCell(square, cell, joint)))
  const margins = [new Float64Array(FINE_NODES), new Float64Array(FINE_NODES)] as const
  const sum = live.reduce(
    (total, cell) => total + weighCell(square, cell, joint, leastChi2, margins),
    0,
  )
  const share = 1 / sum
  for (let at = 0; at < joint.length; at += 1) joint[at]! *= share
  const [first, second] = margins
  const logMean = -0.5 * leastChi2 + Math.log(sum / joint.length)
  return {
    logMean,
    leastChi2,
    first: first.map((weight) => weight * share),
    second: second.map((weight) => weight * share),
    joint,
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
