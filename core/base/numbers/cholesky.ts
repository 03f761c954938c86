/**
 * A tape said to be perfect still leaves this much, mm2: a covariance without any room has no
 * inverse.
 */
const LEAST_VARIANCE = 1e-6

/**
 * Lower Cholesky factor L of a covariance, row by row: L L' is the covariance.
 * @param size its number of rows.
 */
export function choleskyOf(covariance: Float64Array, size: number): Float64Array {
  const factor = new Float64Array(size * size)
  for (let i = 0; i < size; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = covariance[size * i + j]!
      for (let k = 0; k < j; k += 1) sum -= factor[size * i + k]! * factor[size * j + k]!
      factor[size * i + j] =
        i === j ? Math.sqrt(Math.max(sum, LEAST_VARIANCE)) : sum / factor[(size + 1) * j]!
    }
  }
  return factor
}

/**
 * Solves L z = v in place: turns a vector of changes into one of independent standard deviations.
 */
export function whiten(factor: Float64Array, size: number, v: Float64Array, at = 0): void {
  for (let i = 0; i < size; i += 1) {
    for (let k = 0; k < i; k += 1) v[at + i]! -= factor[size * i + k]! * v[at + k]!
    v[at + i]! /= factor[(size + 1) * i]!
  }
}
