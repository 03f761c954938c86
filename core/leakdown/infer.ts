import {
  closureMm,
  closureSuspect,
  DEFAULT_REPEATABILITY_MM,
  meanHeights,
  modelSigmaMm,
  TYRE_ALLOWANCE_MM,
} from '../heights/index.ts'
import type { Readings } from '../heights/index.ts'
import type { EquilibriumRefusal } from '../pneumatics/index.ts'
import type { Result } from '../result/index.ts'
import { ok, refuse } from '../result/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../vehicle/index.ts'
import { CORNERS, hasAir, mapCorners, perCorner } from '../vehicle/index.ts'
import { hoursToBumpStop } from './bumpStopTime.ts'
import type { Observed } from './covariance.ts'
import { changeCovariance, choleskyOf, KNOWN_GEOMETRY_SHARE } from './covariance.ts'
import type { Evidence } from './evidence.ts'
import { evidenceTogether } from './evidence.ts'
import { prepareStart } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { priorsOf } from './hypotheses.ts'
import { leakRate, medianLeaks } from './leakRate.ts'
import type { LeakRate } from './leakRate.ts'
import { runLeak } from './leakRun.ts'
import type { RoundBetween, Stretch } from './night.ts'
import { stretchesOf } from './night.ts'
import { normalQuantile } from './normalQuantile.ts'
import type { ColdChange } from './weigh.ts'
import { coldChanges, weighHypotheses } from './weigh.ts'

/** A workshop's figures where nothing better is known. */
export const LEAKDOWN_DEFAULTS = {
  temperatureSigmaK: 3,
  repeatabilityMm: DEFAULT_REPEATABILITY_MM,
  modelSigmaMm: modelSigmaMm(false),
  tyreAllowanceMm: TYRE_ALLOWANCE_MM,
  levelOffsetMm: 0,
} as const

/**
 * Above this chi-squared (1 %) nothing in the table fits: 13.3 for four changes, Wilson and
 * Hilferty's cube for more.
 */
export function fitLimitChi2(changes: number): number {
  const part = 2 / (9 * changes)
  return changes === 4 ? 13.3 : changes * (1 - part + normalQuantile(0.99) * Math.sqrt(part)) ** 3
}

/** Two rounds of readings or more around a car parked with its module disabled. */
export interface LeakdownRequest {
  readonly vehicle: VehicleGeometry
  /** Time between the rounds, h; more than 0. */
  readonly hours: number
  /** Temperature of the air in the springs at each round, degC. */
  readonly startC: number
  readonly endC: number
  /** How well that temperature is known, K. */
  readonly temperatureSigmaK?: number | undefined
  /** Readings, mm, at least one at each corner. */
  readonly before: Readings
  readonly after: Readings
  /** Standard deviation of one reading, mm. */
  readonly repeatabilityMm?: number | undefined
  /** How far bushes, seals and tyres hold a parked car off its balance, mm. */
  readonly modelSigmaMm?: number | undefined
  readonly tyreAllowanceMm?: number | undefined
  /** Level the car started from, mm over design height. */
  readonly levelOffsetMm?: number | undefined
  /** Rounds walked in between, in any order. */
  readonly between?: readonly RoundBetween[] | undefined
  /**
   * Share of the largest unexplained change the vehicle's figures leave uncertain; default
   * `KNOWN_GEOMETRY_SHARE`.
   */
  readonly geometryShare?: number | undefined
  /** How well its volumes are known, as a share of what the cold explains; default 0. */
  readonly coldShare?: number | undefined
  /** Weights instead of the table's for the hypotheses named. */
  readonly priors?: Readonly<Partial<Record<HypothesisId, number>>> | undefined
}

/** What the drop means. */
export interface LeakdownAnswer {
  /** Probability of each hypothesis the vehicle allows; they add up to 1. */
  readonly posterior: Readonly<Partial<Record<HypothesisId, number>>>
  readonly best: HypothesisId
  readonly leakProbability: number
  /** What the temperature alone explains, mm; negative: sank. */
  readonly expectedColdMm: PerCorner<number>
  /** What it leaves, mm. */
  readonly unexplainedMm: PerCorner<number>
  /**
   * Total leak of the best hypothesis at design pressure, bar-litre per hour, 5, 50 and 95 %; null
   * for none.
   */
  readonly rateBarLPerH: LeakRate | null
  /** From design height to the first bump stop, h; null for none or beyond 5000 h. */
  readonly hoursToBumpStop: number | null
  /** How far the changes fail to fit a plane, mm, and what the best hypothesis expects of that. */
  readonly closureMm: number
  readonly expectedClosureMm: number
  /** The changes twist the body: a reading is wrong, or the car hangs in its bushes. */
  readonly closureSuspect: boolean
  /** Misfit of the best hypothesis at its best rate. */
  readonly fitChi2: number
  /** Nothing in the table fits. */
  readonly fitSuspect: boolean
  /** What the best hypothesis would have each corner change by, mm. */
  readonly predictedMm: PerCorner<number>
  /** Standard deviation of each change, mm. */
  readonly sigmaMm: PerCorner<number>
  /** Leaks of the best hypothesis at its median, L/(s.bar); empty for none. */
  readonly leaks: Readonly<Partial<Record<Corner, number>>>
  /** Priors the answer started from. */
  readonly priors: Readonly<Partial<Record<HypothesisId, number>>>
}

/** Why there is no answer. */
export type LeakdownRefusal =
  | EquilibriumRefusal
  | { readonly code: 'noAirAnywhere' }
  | { readonly code: 'noPriorLeft' }
  | { readonly code: 'roundOutside' }

type Complete = { readonly [Field in keyof LeakdownRequest]-?: NonNullable<LeakdownRequest[Field]> }

const complete = (request: LeakdownRequest): Complete => ({
  ...request,
  temperatureSigmaK: request.temperatureSigmaK ?? LEAKDOWN_DEFAULTS.temperatureSigmaK,
  repeatabilityMm: request.repeatabilityMm ?? LEAKDOWN_DEFAULTS.repeatabilityMm,
  modelSigmaMm: request.modelSigmaMm ?? LEAKDOWN_DEFAULTS.modelSigmaMm,
  tyreAllowanceMm: request.tyreAllowanceMm ?? LEAKDOWN_DEFAULTS.tyreAllowanceMm,
  levelOffsetMm: request.levelOffsetMm ?? LEAKDOWN_DEFAULTS.levelOffsetMm,
  geometryShare: request.geometryShare ?? KNOWN_GEOMETRY_SHARE,
  coldShare: request.coldShare ?? 0,
  between: [...(request.between ?? [])].sort((a, b) => a.hour - b.hour),
  priors: request.priors ?? {},
})

interface Measured {
  readonly changeMm: PerCorner<number>
  readonly cold: ColdChange
  readonly observed: readonly Observed[]
  readonly covariance: Float64Array
}

// Every change that was measured; a corner nobody measured in a round is left out of it.
function observe({ before, after, between }: Complete): Observed[] {
  const first = meanHeights(before)
  return [...between.map(({ readings }) => readings), after].flatMap((readings, round) => {
    const means = meanHeights(readings)
    return CORNERS.flatMap((name, corner) =>
      readings[name].length === 0
        ? []
        : [
            {
              round,
              corner,
              changeMm: means[name] - first[name],
              countBefore: before[name].length,
              countAfter: readings[name].length,
            },
          ],
    )
  })
}

function measure(request: Complete, cold: readonly ColdChange[]): Measured {
  const observed = observe(request)
  const rounds = cold.map((change, round) => ({
    ...change,
    largestUnexplainedMm: Math.max(
      0,
      ...observed.flatMap((one) =>
        one.round === round ? [Math.abs(one.changeMm - change.coldMm[one.corner]!)] : [],
      ),
    ),
  }))
  const means = { before: meanHeights(request.before), after: meanHeights(request.after) }
  return {
    changeMm: perCorner((corner) => means.after[corner] - means.before[corner]),
    cold: cold.at(-1)!,
    observed,
    covariance: changeCovariance(observed, { ...request, rounds }),
  }
}

/**
 * Covariance of the last round's changes, mm2: it has all four corners, so they are the last four.
 */
function lastBlock({ observed, covariance }: Measured): Float64Array {
  const [size, all] = [CORNERS.length, observed.length]
  return Float64Array.from(
    { length: size ** 2 },
    (_, at) => covariance[all * (all - size + Math.floor(at / size)) + (all - size) + (at % size)]!,
  )
}

// Softmax of log prior + log evidence, so that no likelihood underflows.
function posteriorOf(
  priors: ReadonlyMap<HypothesisId, number>,
  evidence: ReadonlyMap<HypothesisId, Evidence>,
): Map<HypothesisId, number> {
  const logs = [...priors].map(
    ([id, prior]) =>
      [
        id,
        prior > 0 ? Math.log(prior) + evidence.get(id)!.logMean : Number.NEGATIVE_INFINITY,
      ] as const,
  )
  const highest = Math.max(...logs.map(([, log]) => log))
  const total = logs.reduce((sum, [, log]) => sum + Math.exp(log - highest), 0)
  return new Map(logs.map(([id, log]) => [id, Math.exp(log - highest) / total]))
}

// Change by the last round if those corners leak so; null where the car would not come to rest.
function predictedChange(
  { vehicle, startC, levelOffsetMm }: Complete,
  stretches: readonly Stretch[],
  leaks: Readonly<Partial<Record<Corner, number>>>,
): PerCorner<number> | null {
  const start = prepareStart(vehicle, startC, levelOffsetMm)
  if (!start.ok) return null
  const { solver, airBarL } = start.value
  solver.solve(airBarL, startC)
  const before = solver.travelMm.slice()
  for (const { durationS, fromC, toC } of stretches) {
    runLeak(
      {
        solver,
        leaks: CORNERS.map((corner) => leaks[corner] ?? 0),
        crossLeaks: [0, 0],
        temperatureC: (timeS) => fromC + ((toC - fromC) * timeS) / durationS,
      },
      airBarL,
      0,
      durationS,
    )
  }
  return solver.solve(airBarL, stretches.at(-1)!.toC).outcome === 'converged'
    ? perCorner((_, i) => solver.travelMm[i]! - before[i]!)
    : null
}

function describe(
  request: Complete,
  measured: Measured,
  stretches: readonly Stretch[],
  posterior: Map<HypothesisId, number>,
  evidence: Evidence,
  best: HypothesisId,
): Omit<LeakdownAnswer, 'sigmaMm' | 'priors'> {
  const { changeMm, cold, observed } = measured
  const leaks = medianLeaks(best, evidence)
  const expectedColdMm = perCorner((_, i) => cold.coldMm[i]!)
  const predictedMm = predictedChange(request, stretches, leaks) ?? expectedColdMm
  const expectedClosureMm = closureMm(predictedMm, request.vehicle)
  const meanC = (request.startC + request.endC) / 2
  return {
    posterior: Object.fromEntries(posterior),
    best,
    leakProbability: 1 - (posterior.get('none') ?? 0),
    expectedColdMm,
    unexplainedMm: mapCorners(changeMm, (change, corner) => change - expectedColdMm[corner]),
    rateBarLPerH: best === 'none' ? null : leakRate(request.vehicle, best, evidence, meanC),
    hoursToBumpStop: best === 'none' ? null : hoursToBumpStop(request.vehicle, meanC, leaks),
    closureMm: closureMm(changeMm, request.vehicle),
    expectedClosureMm,
    closureSuspect: closureSuspect({
      vehicle: request.vehicle,
      changeMm,
      covarianceMm2: lastBlock(measured),
      expectedMm: expectedClosureMm,
      allowanceMm: request.tyreAllowanceMm,
    }),
    fitChi2: evidence.leastChi2,
    fitSuspect: evidence.leastChi2 > fitLimitChi2(observed.length),
    predictedMm,
    leaks,
  }
}

const inOrder = ({ between, hours }: Complete): boolean =>
  between.every(({ hour }, i) => hour > (between[i - 1]?.hour ?? 0) && hour < hours)

/** A night with the evidence of each hypothesis, before they are set against each other. */
interface WeighedNight {
  readonly request: Complete
  readonly stretches: readonly Stretch[]
  readonly measured: Measured
  readonly priors: ReadonlyMap<HypothesisId, number>
  readonly evidence: ReadonlyMap<HypothesisId, Evidence>
}

function weighNight(given: LeakdownRequest): Result<WeighedNight, LeakdownRefusal> {
  const request = complete(given)
  const { vehicle } = request
  const start = prepareStart(vehicle, request.startC, request.levelOffsetMm)
  if (!start.ok) return start
  if (!CORNERS.some((corner) => hasAir(vehicle.corners[corner])))
    return refuse({ code: 'noAirAnywhere' })
  if (!inOrder(request)) return refuse({ code: 'roundOutside' })
  const priors = priorsOf(vehicle, request.priors)
  if (!priors) return refuse({ code: 'noPriorLeft' })
  const stretches = stretchesOf(request)
  const cold = coldChanges(
    start.value,
    request.startC,
    stretches.map(({ toC }) => toC),
  )
  if (!cold.ok) return cold
  const measured = measure(request, cold.value)
  const { observed, covariance } = measured
  const evidence = weighHypotheses([...priors.keys()], start.value, {
    startC: request.startC,
    stretches,
    observed,
    factor: choleskyOf(covariance, observed.length),
  })
  return ok({ request, stretches, measured, priors, evidence })
}

function answerTo(
  { request, stretches, measured, priors, evidence: own }: WeighedNight,
  evidence: ReadonlyMap<HypothesisId, Evidence>,
): LeakdownAnswer {
  const posterior = posteriorOf(priors, evidence)
  const best = [...posterior].reduce((a, b) => (b[1] > a[1] ? b : a))[0]
  const lastCovariance = lastBlock(measured)
  // How well it fits is asked of this night's own heights.
  const told = { ...evidence.get(best)!, leastChi2: own.get(best)!.leastChi2 }
  return {
    ...describe(request, measured, stretches, posterior, told, best),
    sigmaMm: perCorner((_, i) => Math.sqrt(lastCovariance[(CORNERS.length + 1) * i]!)),
    priors: Object.fromEntries(priors),
  }
}

/**
 * What the rounds around a parked car mean: which hypothesis about its leaks explains the changes,
 * how sure that is, and how much of the drop was only the cold. Bayes' rule over the table in
 * `hypotheses.ts`, the unknown leak rate averaged out.
 * @returns the answer, or why there is none. Two closures and fit are judged beside it: look at
 * `fitSuspect` and `closureSuspect` before believing `best`.
 */
export function inferLeak(given: LeakdownRequest): Result<LeakdownAnswer, LeakdownRefusal> {
  const weighed = weighNight(given)
  return weighed.ok ? ok(answerTo(weighed.value, weighed.value.evidence)) : weighed
}

/**
 * What several nights of one case mean together: the same hypothesis and the same leak behind all
 * of them, each night with its own temperatures and readings. Heights, cold and fit are those of
 * the last night.
 * @param nights oldest first; at least one
 * @returns what they say together, and what the last one says alone
 */
export function inferNights(
  nights: readonly LeakdownRequest[],
): Result<{ readonly together: LeakdownAnswer; readonly alone: LeakdownAnswer }, LeakdownRefusal> {
  const weighed: WeighedNight[] = []
  for (const night of nights) {
    const each = weighNight(night)
    if (!each.ok) return each
    weighed.push(each.value)
  }
  const last = weighed.at(-1)!
  const alone = answerTo(last, last.evidence)
  if (weighed.length === 1) return ok({ together: alone, alone })
  const together = new Map(
    [...last.evidence].map(([id, own]) => [
      id,
      evidenceTogether(weighed.map(({ evidence }) => evidence.get(id) ?? own)),
    ]),
  )
  return ok({ together: answerTo(last, together), alone })
}
