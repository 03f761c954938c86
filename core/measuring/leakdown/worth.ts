import { normal, seeded } from '../../base/random/index.ts'
import { THERMOMETER_SIGMA_K } from './conditions.ts'
import type { NoiseSources, Observed } from './covariance.ts'
import { choleskyOf, whiten } from '../../base/numbers/index.ts'
import { changeCovariance } from './covariance.ts'
import { modelSigmaMm } from '../heights/index.ts'
import type { HypothesisId } from './hypotheses.ts'
import { answerGroup } from './hypotheses.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { WeighedNights } from './infer.ts'
import type { Particle } from './particles.ts'
import { drawParticles } from './particles.ts'
import type { Foretold } from './weigh.ts'
import { foretell } from './weigh.ts'

/** What can be done next to know more. */
export const NEXT_THINGS = ['readings', 'settle', 'soak', 'wait', 'night'] as const
export type NextThing = (typeof NEXT_THINGS)[number]

/** What a next thing would make of the answer. */
export interface Worth {
  readonly thing: NextThing
  /** Probability of what would then be said, on average over what may turn out, 0..1. */
  readonly to: number
}

const MORE_READINGS = 2
const SEED = 20

// What a next thing would measure: further changes, and what they and their night are uncertain by.
interface Further {
  readonly observed: readonly Observed[]
  readonly nights: readonly NoiseSources[]
  readonly foretold: readonly Foretold[]
}

const everyCorner = (of: Omit<Observed, 'corner' | 'changeMm'>): Observed[] =>
  CORNERS.map((_, corner) => ({ ...of, corner, changeMm: 0 }))

function furtherOf(thing: NextThing, { watched, foretold }: WeighedNights): Further {
  const noises = watched.map(({ noise }) => noise)
  const [night, last] = [watched.length - 1, watched.at(-1)!]
  const [earlier, own] = [noises.slice(0, -1), noises.at(-1)!]
  const lastRound = own.rounds.length - 1
  const counts = last.observed.findLast(({ round }) => round === lastRound)!
  const again = (
    change: Partial<NoiseSources['rounds'][number]>,
    with_: readonly Foretold[],
  ): Further => ({
    observed: everyCorner({ ...counts, night, round: lastRound + 1 }),
    nights: [
      ...earlier,
      { ...own, rounds: [...own.rounds, { ...own.rounds[lastRound]!, ...change }] },
    ],
    foretold: with_,
  })
  const sameAgain = () => [...foretold.slice(0, -1), repeated(foretold.at(-1)!, own.rounds.length)]
  switch (thing) {
    case 'readings':
      return {
        observed: everyCorner({ ...counts, night, round: lastRound, countAfter: MORE_READINGS }),
        nights: noises,
        foretold,
      }
    case 'settle':
      return again({ modelSigmaMm: modelSigmaMm(true) }, sameAgain())
    case 'soak':
      return again({ temperatureSigmaK: THERMOMETER_SIGMA_K.atSprings }, sameAgain())
    case 'wait':
      return again({}, [...foretold.slice(0, -1), longerNight(last)])
    case 'night':
      return {
        observed: last.observed.map((each) => ({ ...each, night: night + 1 })),
        nights: [...noises, own],
        foretold: [...foretold, foretold.at(-1)!],
      }
  }
}

// The last round of a night foretold once more.
function repeated(foretold: Foretold, rounds: number): Foretold {
  return new Map(
    [...foretold].map(([id, table]) => {
      const nodes = table.length / (4 * rounds)
      const longer = new Float64Array(4 * (rounds + 1) * nodes)
      for (let node = 0; node < nodes; node += 1) {
        const from = 4 * rounds * node
        longer.set(table.subarray(from, from + 4 * rounds), 4 * (rounds + 1) * node)
        longer.set(
          table.subarray(from + 4 * (rounds - 1), from + 4 * rounds),
          4 * (rounds + 1) * node + 4 * rounds,
        )
      }
      return [id, longer] as const
    }),
  )
}

function longerNight({
  priors,
  start,
  request,
  stretches,
}: WeighedNights['watched'][number]): Foretold {
  const again = {
    durationS: stretches.reduce((sum, { durationS }) => sum + durationS, 0),
    fromC: request.endC,
    toC: request.endC,
  }
  return foretell([...priors.keys()], start, request.startC, [...stretches, again])
}

// Covariance of further changes once the others are known, and the matrix by which the misfit of
// those moves what is expected of them.
function conditional(
  { observed: known, factor: knownFactor }: WeighedNights,
  { observed: further, nights }: Further,
): { factor: Float64Array; gain: Float64Array } {
  const [n, m] = [known.length, further.length]
  const size = n + m
  const all = changeCovariance([...known, ...further], nights)
  // Rows of the cross covariance, whitened: W = L^-1 K12, so that K21 K11^-1 K12 = W' W.
  const rows = further.map((_, j) => {
    const row = Float64Array.from({ length: n }, (_each, i) => all[size * (n + j) + i]!)
    whiten(knownFactor, n, row)
    return row
  })
  const covariance = new Float64Array(m * m)
  for (let j = 0; j < m; j += 1)
    for (let k = 0; k < m; k += 1)
      covariance[m * j + k] =
        all[size * (n + j) + n + k]! -
        rows[j]!.reduce((sum, value, i) => sum + value * rows[k]![i]!, 0)
  const gain = new Float64Array(m * n)
  for (const [j, row] of rows.entries()) gain.set(solveTransposed(knownFactor, n, row), n * j)
  return { factor: choleskyOf(covariance, m), gain }
}

// Solves L' x = v.
function solveTransposed(factor: Float64Array, size: number, v: Float64Array): Float64Array {
  const x = v.slice()
  for (let i = size - 1; i >= 0; i -= 1) {
    for (let k = i + 1; k < size; k += 1) x[i]! -= factor[size * k + i]! * x[k]!
    x[i]! /= factor[(size + 1) * i]!
  }
  return x
}

const changeIn = (
  { id, cell }: Particle,
  foretold: Foretold,
  rounds: number,
  { round, corner }: Observed,
): number => {
  const table = foretold.get(id)!
  let sum = 0
  for (const [node, share] of cell) sum += share * table[4 * (rounds * node + round) + corner]!
  return sum
}

// What each possible truth expects of the further changes, in their standard deviations.
// @param misfits of each of them by what is known
function expectations(
  particles: readonly Particle[],
  misfits: readonly Float64Array[],
  { observed, nights, foretold }: Further,
  { factor, gain }: { readonly factor: Float64Array; readonly gain: Float64Array },
): Float64Array[] {
  const m = observed.length
  return particles.map((particle, p) => {
    const misfit = misfits[p]!
    const n = misfit.length
    const mean = Float64Array.from(observed, (each, j) =>
      misfit.reduce(
        (sum, value, i) => sum + gain[n * j + i]! * value,
        changeIn(particle, foretold[each.night]!, nights[each.night]!.rounds.length, each),
      ),
    )
    whiten(factor, m, mean)
    return mean
  })
}

// For each truth something is measured; how probable the likeliest answer is then, on average. A
// truth does not speak for itself, or few of them would make every answer sure.
function averageSaid(particles: readonly Particle[], means: readonly Float64Array[]): number {
  const random = seeded(SEED)
  const groups = new Map<HypothesisId, number>()
  let [said, total] = [0, 0]
  for (const [j, truth] of particles.entries()) {
    const measured = means[j]!.map((value) => value + normal(random))
    groups.clear()
    let sum = 0
    for (const [i, other] of particles.entries()) {
      if (i === j) continue
      let chi2 = 0
      for (let k = 0; k < measured.length; k += 1) chi2 += (measured[k]! - means[i]![k]!) ** 2
      const weight = other.weight * Math.exp(-0.5 * chi2)
      const group = answerGroup(other.id)
      groups.set(group, (groups.get(group) ?? 0) + weight)
      sum += weight
    }
    if (!(sum > 0)) continue
    said += (truth.weight * Math.max(...groups.values())) / sum
    total += truth.weight
  }
  return total > 0 ? said / total : 0
}

/**
 * What each next thing would be worth: how probable the likeliest answer would be after it, on
 * average over what may be true given all readings so far and over what may be measured then.
 * Expected value of an experiment by drawing (Lindley 1956, doi 10.1214/aoms/1177728069), with
 * `particles.ts` for what may be true.
 */
export function worthOfNext(weighed: WeighedNights): Worth[] {
  const { watched, foretold, observed } = weighed
  const particles = drawParticles(weighed)
  const misfits = particles.map((particle) =>
    Float64Array.from(observed, (each) => {
      const { length } = watched[each.night]!.stretches
      return each.changeMm - changeIn(particle, foretold[each.night]!, length, each)
    }),
  )
  return NEXT_THINGS.map((thing) => {
    const further = furtherOf(thing, weighed)
    const means = expectations(particles, misfits, further, conditional(weighed, further))
    return { thing, to: averageSaid(particles, means) }
  })
}
