/**
 * Share of the largest unexplained change that areas, volumes and bar rates leave uncertain where
 * somebody has looked them up.
 */
export const KNOWN_GEOMETRY_SHARE = 0.05

/** One change that was measured: of which night, at which round after its first, which corner. */
export interface Observed {
  readonly night: number
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
  readonly rounds: readonly RoundNoise[]
}

/** What one round is uncertain by. */
export interface RoundNoise {
  /** Change by the cold alone, and per K of that round's temperature, mm. */
  readonly coldMm: ArrayLike<number>
  readonly perKelvin: ArrayLike<number>
  /** Largest change the cold leaves unexplained, mm. */
  readonly largestUnexplainedMm: number
  /** How it was read itself, where that is not as the rest of its night. */
  readonly modelSigmaMm?: number
  readonly temperatureSigmaK?: number
}

// Half of the variance a change has by stand and gas temperature lies in the first round, half in
// its own.
const halfOf = (sigma: number): number => sigma ** 2 / 2

// What rounds of one night share: its first round's readings, stand and gas temperature.
function sharedByNight(noise: NoiseSources, one: Observed, other: Observed): number {
  const gas =
    halfOf(noise.temperatureSigmaK) *
    noise.rounds[one.round]!.perKelvin[one.corner]! *
    noise.rounds[other.round]!.perKelvin[other.corner]!
  return one.corner === other.corner
    ? gas + noise.repeatabilityMm ** 2 / one.countBefore + halfOf(noise.modelSigmaMm)
    : gas
}

// What readings of one later round share: its stand and its gas temperature.
function sharedByRound(noise: NoiseSources, one: Observed, other: Observed): number {
  const round = noise.rounds[one.round]!
  const gas =
    halfOf(round.temperatureSigmaK ?? noise.temperatureSigmaK) *
    round.perKelvin[one.corner]! *
    round.perKelvin[other.corner]!
  return one.corner === other.corner ? gas + halfOf(round.modelSigmaMm ?? noise.modelSigmaMm) : gas
}

// What the figures of the car are off by, the same in every round of every night. Volumes move all
// corners together; areas and bar rates each corner by itself.
function sharedByCar(
  [one, noise]: readonly [Observed, NoiseSources],
  [other, otherNoise]: readonly [Observed, NoiseSources],
): number {
  const [first, second] = [noise.rounds[one.round]!, otherNoise.rounds[other.round]!]
  const volumes =
    noise.coldShare *
    otherNoise.coldShare *
    first.coldMm[one.corner]! *
    second.coldMm[other.corner]!
  if (one.corner !== other.corner) return volumes
  return (
    volumes +
    noise.geometryShare *
      otherNoise.geometryShare *
      first.largestUnexplainedMm *
      second.largestUnexplainedMm
  )
}

/**
 * Covariance of the changes of one night or several, mm2, row by row. The rounds of a night share
 * its first round's readings, stand and gas temperature, and each has its own besides; all rounds
 * of all nights share what the figures of the car are off by. For one night of two rounds it is
 * physics, section 3.
 * @param nights what each night is uncertain by; `Observed.night` counts them
 */
export function changeCovariance(
  observed: readonly Observed[],
  nights: readonly NoiseSources[],
): Float64Array {
  const size = observed.length
  const covariance = new Float64Array(size * size)
  for (const [a, one] of observed.entries()) {
    const noise = nights[one.night]!
    for (const [b, other] of observed.entries()) {
      const sameNight = one.night === other.night
      covariance[size * a + b] =
        sharedByCar([one, noise], [other, nights[other.night]!]) +
        (sameNight ? sharedByNight(noise, one, other) : 0) +
        (sameNight && one.round === other.round ? sharedByRound(noise, one, other) : 0)
    }
    covariance[(size + 1) * a]! += noise.repeatabilityMm ** 2 / one.countAfter
  }
  return covariance
}
