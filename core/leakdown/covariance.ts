/**
 * Share of the largest unexplained change that areas, volumes and bar rates leave uncertain where
 * somebody has looked them up.
 */
export const KNOWN_GEOMETRY_SHARE = 0.05

/**
 * A tape said to be perfect still leaves this much, mm2: a covariance without any room has no
 * inverse.
 */
const LEAST_VARIANCE = 1e-6

/** One change that was measured: which corner, at which round after the first. */
export interface Observed {
  readonly round: number
  /** Order FL FR RL RR. */
  readonly corner: number
  readonly changeMm: number
  /** Readings behind it, in the first round and in its own. */
  readonly countBefore: number
  readonly countAfter: number
}

/** What the changes of a night are uncertain by. */
export interface NoiseSources {
  readonly repeatabilityMm: number
  readonly modelSigmaMm: number
  readonly temperatureSigmaK: number
  /** Share of the largest unexplained change the figures of the vehicle leave uncertain. */
  readonly geometryShare: number
  /**
   * How well the volumes are known, as a share of what the cold explains: 0 where they were looked
   * up.
   */
  readonly coldShare: number
  /** For each round after the first. */
  readonly rounds: readonly {
    /** Change by the cold alone, and per K of that round's temperature, mm. */
    readonly coldMm: ArrayLike<number>
    readonly perKelvin: ArrayLike<number>
    /** Largest change the cold leaves unexplained, mm. */
    readonly largestUnexplainedMm: number
  }[]
}

/**
 * Covariance of the changes, mm2, row by row. All share the first round's readings and stand; each
 * has its own besides; a wrong
 * gas temperature or volume moves all of them together; doubtful figures of the vehicle widen each.
 */
export function changeCovariance(observed: readonly Observed[], noise: NoiseSources): Float64Array {
  const size = observed.length
  const covariance = new Float64Array(size * size)
  const roundNoise = (count: number): number =>
    noise.repeatabilityMm ** 2 / count + noise.modelSigmaMm ** 2 / 2
  for (const [a, one] of observed.entries()) {
    const first = noise.rounds[one.round]!
    for (const [b, other] of observed.entries()) {
      const second = noise.rounds[other.round]!
      covariance[size * a + b] =
        noise.temperatureSigmaK ** 2 *
          first.perKelvin[one.corner]! *
          second.perKelvin[other.corner]! +
        noise.coldShare ** 2 * first.coldMm[one.corner]! * second.coldMm[other.corner]! +
        (one.corner === other.corner ? roundNoise(one.countBefore) : 0)
    }
    covariance[(size + 1) * a]! +=
      roundNoise(one.countAfter) + (noise.geometryShare * first.largestUnexplainedMm) ** 2
  }
  return covariance
}

/** Lower Cholesky factor of a covariance. @param size its number of rows. */
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
