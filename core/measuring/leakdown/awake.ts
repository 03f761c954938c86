import { choleskyOf, whiten } from '../../base/numbers/index.ts'
import type { Fault, Machine } from '../../physics/simulation/index.ts'
import { levelOffsetMm, simulate, levelledState } from '../../physics/simulation/index.ts'
import { meanHeights } from '../heights/index.ts'
import type { Readings } from '../heights/index.ts'
import { changeCovariance, KNOWN_GEOMETRY_SHARE } from './covariance.ts'
import { forecastChange } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { hypothesisCorners, priorsOf } from './hypotheses.ts'
import { fitLimitChi2 } from './infer.ts'
import { LEAKDOWN_DEFAULTS } from './watched.ts'
import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import {
  buildRig,
  isMirrored,
  closureMm,
  ratePerConductance,
} from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'

/** A night in which the module was left awake, or its supply was not off. */
export interface AwakeRequest {
  readonly machine: Machine
  /** Level it stood at, and was asked to stand at. */
  readonly levelId: string
  readonly hours: number
  readonly startC: number
  readonly endC: number
  readonly before: Readings
  readonly after: Readings
  readonly noise: {
    readonly [
      Name in 'repeatabilityMm' | 'modelSigmaMm' | 'temperatureSigmaK' | 'geometryShare'
    ]: number
  }
  readonly priors?: Readonly<Partial<Record<HypothesisId, number>>>
}

/** What such a night says. */
export interface AwakeAnswer {
  readonly posterior: Readonly<Partial<Record<HypothesisId, number>>>
  readonly best: HypothesisId
  readonly leakProbability: number
  /**
   * Leak of the best hypothesis at its likeliest, at design pressure, bar-litre per hour; null for
   * none.
   */
  readonly rateBarLPerH: number | null
  /**
   * What the best hypothesis would have had each corner change by, the module doing what its type
   * does, mm.
   */
  readonly predictedMm: PerCorner<number>
  readonly changeMm: PerCorner<number>
  readonly fitSuspect: boolean
  /**
   * Mean probability the truth would be given over nights like this one, were it each hypothesis
   * in turn: with the module awake and with it disabled,
   * and what is left to know after such a night, bits.
   */
  readonly namedRight: { readonly awake: number; readonly off: number }
  readonly leftBits: { readonly awake: number; readonly off: number }
}

/** Why there is none. */
export type AwakeRefusal = EquilibriumRefusal | { readonly code: 'noPriorLeft' }

/**
 * Leaks tried, log10 of the conductance in L/(s.bar): from a few mm a night to flat within hours.
 */
const NODES = Array.from({ length: 10 }, (_, k) => -6.2 + 0.3 * k)
/** Between two of them this many are interpolated. */
const FINE = 6
/**
 * Sides of an axle that leak each at a rate of its own: one this many times the other. Two nodes
 * apart, so that one case mirrors another.
 */
const UNEQUAL = [10 ** -0.6, 10 ** 0.6] as const

type Leaks = Readonly<Partial<Record<Corner, number>>>

interface Series {
  readonly id: HypothesisId
  readonly leaks: (conductance: number) => Leaks
}

function seriesOf(ids: readonly HypothesisId[]): Series[] {
  return ids.flatMap((id): Series[] => {
    const corners = hypothesisCorners(id)
    if (corners.length === 0) return []
    const ratios = id === 'frontBoth' || id === 'rearBoth' ? UNEQUAL : [1]
    return ratios.map((ratio) => ({
      id,
      leaks: (conductance) =>
        Object.fromEntries(
          corners.map((corner, i) => [corner, i === 0 ? conductance : conductance * ratio]),
        ),
    }))
  })
}

type Change = Float64Array

// Change of each corner by the morning with a set of leaks and the module as its type has it.
function changeAwake(
  { machine, levelId, hours, startC, endC }: AwakeRequest,
  leaks: Leaks,
): Change | null {
  const state = levelledState(machine, levelId, startC)
  if (!state.ok) return null
  const untilS = hours * 3600
  const { samples } = simulate({
    machine,
    state: state.value,
    untilS,
    faults: CORNERS.flatMap((corner): Fault[] => {
      const conductance = leaks[corner]
      return conductance ? [{ kind: 'springLeak', corner, conductance }] : []
    }),
    happenings: [],
    sampleEveryS: untilS,
    temperatureC: (timeS) => startC + ((endC - startC) * timeS) / untilS,
  })
  const [first, last] = [samples[0]!, samples.at(-1)!]
  return Float64Array.from(CORNERS, (corner) => last.heightMm[corner] - first.heightMm[corner])
}

// The same with the module disabled: nothing but the leaks is at work, so no machine is needed.
function changeOff(
  { machine, levelId, hours, startC, endC }: AwakeRequest,
  leaks: Leaks,
): Change | null {
  const change = forecastChange({
    vehicle: machine.vehicle,
    startC,
    endC,
    hours,
    leaks,
    levelOffsetMm: levelOffsetMm(machine, levelId),
  })
  return change && Float64Array.from(CORNERS, (corner) => change[corner])
}

interface Predicted {
  readonly id: HypothesisId
  readonly logC: number
  readonly change: Change
}

// Where left and right of a vehicle are alike, leaks that mirror others are not run again.
function mirroring(request: AwakeRequest, changeOf: typeof changeAwake): typeof changeAwake {
  if (!isMirrored(buildRig(request.machine.vehicle))) return changeOf
  const known = new Map<string, Change | null>()
  const keyOf = (places: readonly Corner[], leaks: Leaks): string =>
    places.map((corner) => Math.log10(leaks[corner] ?? 1).toFixed(3)).join(' ')
  return (asked, leaks) => {
    const across = known.get(keyOf(ACROSS, leaks))
    if (across) return Float64Array.from(across, (_, i) => across[i ^ 1]!)
    const change = changeOf(asked, leaks)
    known.set(keyOf(CORNERS, leaks), change)
    return change
  }
}
const ACROSS = ['FR', 'FL', 'RR', 'RL'] as const

// All predictions of the table, the tight car first; between two leaks a straight line.
function predict(
  request: AwakeRequest,
  series: readonly Series[],
  reckon: typeof changeAwake,
  step: () => void,
): Predicted[] | null {
  const changeOf = mirroring(request, reckon)
  const tight = changeOf(request, {})
  step()
  if (!tight) return null
  const all: Predicted[] = [{ id: 'none', logC: Number.NEGATIVE_INFINITY, change: tight }]
  for (const { id, leaks } of series) {
    const coarse = NODES.map((logC) => {
      step()
      return changeOf(request, leaks(10 ** logC))
    })
    for (let k = 0; k + 1 < coarse.length; k += 1) {
      const [a, b] = [coarse[k], coarse[k + 1]]
      if (!a || !b) continue
      for (let j = 0; j < FINE; j += 1)
        all.push({
          id,
          logC: NODES[k]! + (j / FINE) * (NODES[k + 1]! - NODES[k]!),
          change: a.map((value, i) => value + (j / FINE) * (b[i]! - value)),
        })
    }
  }
  return all
}

const SIZE = 4

function chi2(
  observed: Change,
  predicted: Change,
  factor: Float64Array,
  scratch: Float64Array,
): number {
  for (let i = 0; i < SIZE; i += 1) scratch[i] = observed[i]! - predicted[i]!
  whiten(factor, SIZE, scratch)
  return scratch.reduce((sum, value) => sum + value * value, 0)
}

interface Weighed {
  readonly posterior: Map<HypothesisId, number>
  readonly best: Predicted
  readonly leastChi2: number
}

function weigh(
  observed: Change,
  predictions: readonly Predicted[],
  priors: ReadonlyMap<HypothesisId, number>,
  factor: Float64Array,
): Weighed {
  const scratch = new Float64Array(SIZE)
  const misfits = predictions.map(({ change }) => chi2(observed, change, factor, scratch))
  const least = Math.min(...misfits)
  const [sums, counts] = [new Map<HypothesisId, number>(), new Map<HypothesisId, number>()]
  predictions.forEach(({ id }, k) => {
    sums.set(id, (sums.get(id) ?? 0) + Math.exp(-0.5 * (misfits[k]! - least)))
    counts.set(id, (counts.get(id) ?? 0) + 1)
  })
  const weights = [...priors].map(
    ([id, prior]) => [id, (prior * (sums.get(id) ?? 0)) / (counts.get(id) ?? 1)] as const,
  )
  const total = weights.reduce((sum, [, weight]) => sum + weight, 0)
  const posterior = new Map(weights.map(([id, weight]) => [id, weight / total]))
  const winner = [...posterior].reduce((a, b) => (b[1] > a[1] ? b : a))[0]
  const at = predictions.reduce(
    (best, { id }, k) =>
      id === winner && (best === -1 || misfits[k]! < misfits[best]!) ? k : best,
    -1,
  )
  return { posterior, best: predictions[at]!, leastChi2: misfits[at]! }
}

// Were each prediction the truth: how probable the answer would make it, and what would be left to
// know.
function promise(
  predictions: readonly Predicted[],
  priors: ReadonlyMap<HypothesisId, number>,
  factor: Float64Array,
): { named: number; bits: number } {
  let [named, bits, total] = [0, 0, 0]
  const counts = new Map<HypothesisId, number>()
  const tried = predictions.filter((_, k) => k === 0 || (k - 1) % FINE === 0)
  for (const { id } of tried) counts.set(id, (counts.get(id) ?? 0) + 1)
  for (const { id, change } of tried) {
    const weight = (priors.get(id) ?? 0) / counts.get(id)!
    const { posterior } = weigh(change, predictions, priors, factor)
    named += weight * (posterior.get(id) ?? 0)
    bits +=
      weight *
      [...posterior.values()].reduce(
        (sum, share) => (share > 0 ? sum - share * Math.log2(share) : sum),
        0,
      )
    total += weight
  }
  return { named: named / total, bits: bits / total }
}

/**
 * What a night says in which the module was awake: the table of leaks weighed against what the
 * whole machine would have made of each, checks,
 * settling and refilling included. And how much better the same night would tell with the module
 * disabled.
 * @param progress told the share that is done, 0 to 1.
 */
export function inferAwake(
  request: AwakeRequest,
  progress: (share: number) => void = () => undefined,
): Result<AwakeAnswer, AwakeRefusal> {
  const {
    machine: { vehicle },
    before,
    after,
    noise,
    startC,
    endC,
  } = request
  const priors = priorsOf(vehicle, request.priors ?? {})
  if (!priors) return refuse({ code: 'noPriorLeft' })
  const series = seriesOf([...priors.keys()])
  const steps = 2 * (1 + series.length * NODES.length)
  let done = 0
  const step = (): void => {
    done += 1
    progress(done / steps)
  }
  const awake = predict(request, series, changeAwake, step)
  const off = awake && predict(request, series, changeOff, step)
  const warmer = changeOff({ ...request, endC: endC + 1 }, {})
  if (!awake || !off || !warmer) return refuse({ code: 'noRest', outcome: 'maxSteps' })
  const [means, first] = [meanHeights(after), meanHeights(before)]
  const changeMm = perCorner((corner) => means[corner] - first[corner])
  const observed = Float64Array.from(CORNERS, (corner) => changeMm[corner])
  const cold = off[0]!.change
  const covariance = changeCovariance(
    CORNERS.map((name, corner) => ({
      night: 0,
      round: 0,
      corner,
      changeMm: changeMm[name],
      countBefore: before[name].length,
      countAfter: after[name].length,
    })),
    [
      {
        ...noise,
        coldShare: 0,
        rounds: [
          {
            coldMm: cold,
            perKelvin: warmer.map((value, i) => value - cold[i]!),
            largestUnexplainedMm: Math.max(
              ...observed.map((value, i) => Math.abs(value - cold[i]!)),
            ),
          },
        ],
      },
    ],
  )
  const factor = choleskyOf(covariance, SIZE)
  const { posterior, best, leastChi2 } = weigh(observed, awake, priors, factor)
  const [promised, promisedOff] = [promise(awake, priors, factor), promise(off, priors, factor)]
  const rig = buildRig(vehicle)
  const rate = hypothesisCorners(best.id).reduce(
    (sum, corner) => sum + 10 ** best.logC * ratePerConductance(rig, corner, (startC + endC) / 2),
    0,
  )
  return ok({
    posterior: Object.fromEntries(posterior),
    best: best.id,
    leakProbability: 1 - (posterior.get('none') ?? 0),
    rateBarLPerH: best.id === 'none' ? null : rate,
    predictedMm: perCorner((_, i) => best.change[i]!),
    changeMm,
    fitSuspect:
      leastChi2 > fitLimitChi2(SIZE) || Math.abs(closureMm(changeMm, vehicle)) > FOLDED_MM,
    namedRight: { awake: promised.named, off: promisedOff.named },
    leftBits: { awake: promised.bits, off: promisedOff.bits },
  })
}

/**
 * Four changes further off a plane than this contain a wrong reading, whatever the module did, mm.
 */
const FOLDED_MM = 60

/** A workshop's noise where nothing better is known. */
export const AWAKE_NOISE: AwakeRequest['noise'] = {
  repeatabilityMm: LEAKDOWN_DEFAULTS.repeatabilityMm,
  modelSigmaMm: LEAKDOWN_DEFAULTS.modelSigmaMm,
  temperatureSigmaK: LEAKDOWN_DEFAULTS.temperatureSigmaK,
  geometryShare: KNOWN_GEOMETRY_SHARE,
}
