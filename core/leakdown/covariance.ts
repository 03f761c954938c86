/** Shares of the largest unexplained change that areas, volumes and bar rates leave uncertain. */
const GEOMETRY_SHARE = 0.05

/** A tape said to be perfect still leaves this much, mm2: a covariance without any room has no inverse. */
const LEAST_VARIANCE = 1e-6

/** What the four changes are uncertain by. Lengths in mm, order FL FR RL RR. */
export interface NoiseSources {
  readonly repeatabilityMm: number
  readonly modelSigmaMm: number
  readonly temperatureSigmaK: number
  readonly countBefore: ArrayLike<number>
  readonly countAfter: ArrayLike<number>
  /** Change of each height per K of end temperature, without a leak. */
  readonly perKelvin: ArrayLike<number>
  /** Largest change the cold leaves unexplained, mm. */
  readonly largestUnexplainedMm: number
}

/** Covariance of the four changes in mean reading, mm2, row by row: tape, parked bushes, geometry on the diagonal, and the shared gas temperature. */
export function changeCovariance(noise: NoiseSources): Float64Array {
  const covariance = new Float64Array(16)
  for (let i = 0; i < 4; i += 1) {
    for (let j = 0; j < 4; j += 1) covariance[4 * i + j] = noise.temperatureSigmaK ** 2 * noise.perKelvin[i]! * noise.perKelvin[j]!
    covariance[5 * i]! += noise.repeatabilityMm ** 2 * (1 / noise.countBefore[i]! + 1 / noise.countAfter[i]!)
      + noise.modelSigmaMm ** 2 + (GEOMETRY_SHARE * noise.largestUnexplainedMm) ** 2
  }
  return covariance
}

/** Lower Cholesky factor of a 4 x 4 covariance. */
export function choleskyOf(covariance: Float64Array): Float64Array {
  const factor = new Float64Array(16)
  for (let i = 0; i < 4; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = covariance[4 * i + j]!
      for (let k = 0; k < j; k += 1) sum -= factor[4 * i + k]! * factor[4 * j + k]!
      factor[4 * i + j] = i === j ? Math.sqrt(Math.max(sum, LEAST_VARIANCE)) : sum / factor[5 * j]!
    }
  }
  return factor
}

/** Solves L z = v in place: turns a vector of changes into one of independent standard deviations. */
export function whiten(factor: Float64Array, v: Float64Array, at = 0): void {
  for (let i = 0; i < 4; i += 1) {
    for (let k = 0; k < i; k += 1) v[at + i]! -= factor[4 * i + k]! * v[at + k]!
    v[at + i]! /= factor[5 * i]!
  }
}
