import { closureMm } from '../../physics/pneumatics/index.ts'
import { choleskyOf, normalQuantile } from '../../base/numbers/index.ts'
import { closureSuspect } from '../heights/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import { hoursToBumpStop } from './bumpStopTime.ts'
import type { Observed } from './covariance.ts'
import { changeCovariance } from './covariance.ts'
import type { Evidence } from './evidence.ts'
import { prepareStart } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { leakRate, medianLeaks } from './leakRate.ts'
import type { LeakRate } from './leakRate.ts'
import { runLeak } from './leakRun.ts'
import type { LeakdownRefusal, LeakdownRequest, Watched } from './watched.ts'
import { watchedNight } from './watched.ts'
import type { Foretold } from './weigh.ts'
import { foretell, weigh } from './weigh.ts'

/**
 * Above this chi-squared (1 %) nothing in the table fits: 13.3 for four changes, Wilson and
 * Hilferty's cube for more.
 */
export function fitLimitChi2(changes: number): number {
  const part = 2 / (9 * changes)
  return changes === 4 ? 13.3 : changes * (1 - part + normalQuantile(0.99) * Math.sqrt(part)) ** 3
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

/** Covariance of the last round's changes by itself, mm2. */
function lastBlock({ observed, noise }: Watched): Float64Array {
  const last = observed.filter(({ round }) => round === noise.rounds.length - 1)
  return changeCovariance(last, [noise])
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

/**
 * Changes by each round after the first if those corners leak so, mm, order FL FR RL RR; null where
 * the car would not come to rest.
 */
export function predictedChanges(
  { request: { vehicle, startC, levelOffsetMm }, stretches }: Watched,
  leaks: Readonly<Partial<Record<Corner, number>>>,
): Float64Array[] | null {
  const start = prepareStart(vehicle, startC, levelOffsetMm)
  if (!start.ok) return null
  const { solver, airBarL } = start.value
  solver.solve(airBarL, startC)
  const before = solver.travelMm.slice()
  const changes: Float64Array[] = []
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
    if (solver.solve(airBarL, toC).outcome !== 'converged') return null
    changes.push(solver.travelMm.map((travelMm, i) => travelMm - before[i]!))
  }
  return changes
}

function describe(
  watched: Watched,
  posterior: ReadonlyMap<HypothesisId, number>,
  evidence: Evidence,
  best: HypothesisId,
): LeakdownAnswer {
  const { request, changeMm, cold, observed, priors } = watched
  const leaks = medianLeaks(best, evidence)
  const expectedColdMm = perCorner((_, i) => cold.coldMm[i]!)
  const lastChange = predictedChanges(watched, leaks)?.at(-1)
  const predictedMm = lastChange ? perCorner((_, i) => lastChange[i]!) : expectedColdMm
  const expectedClosureMm = closureMm(predictedMm, request.vehicle)
  const meanC = (request.startC + request.endC) / 2
  const covarianceMm2 = lastBlock(watched)
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
      covarianceMm2,
      expectedMm: expectedClosureMm,
      allowanceMm: request.tyreAllowanceMm,
    }),
    fitChi2: evidence.leastChi2,
    fitSuspect: evidence.leastChi2 > fitLimitChi2(observed.length),
    predictedMm,
    sigmaMm: perCorner((_, i) => Math.sqrt(covarianceMm2[(CORNERS.length + 1) * i]!)),
    leaks,
    priors: Object.fromEntries(priors),
  }
}

type Evidences = ReadonlyMap<HypothesisId, Evidence>

/** The nights of a case, weighed together. */
export interface WeighedNights {
  /** Oldest first. */
  readonly watched: readonly Watched[]
  readonly foretold: readonly Foretold[]
  /** The changes of all nights, and the Cholesky factor of their covariance. */
  readonly observed: readonly Observed[]
  readonly factor: Float64Array
  /** Of all nights together. */
  readonly evidence: ReadonlyMap<HypothesisId, Evidence>
  readonly answer: LeakdownAnswer
}

// The observed changes of several nights, each counted with its night.
const observedOf = (watched: readonly Watched[]): readonly Observed[] =>
  watched.flatMap(({ observed }, night) => observed.map((each) => ({ ...each, night })))

type Weighing = Pick<WeighedNights, 'watched' | 'foretold' | 'observed' | 'factor' | 'evidence'>

function weighing(nights: readonly Watched[], foretold: readonly Foretold[]): Weighing {
  const observed = observedOf(nights)
  const covariance = changeCovariance(
    observed,
    nights.map(({ noise }) => noise),
  )
  const factor = choleskyOf(covariance, observed.length)
  const weighed = nights.map(({ stretches }, night) => ({
    rounds: stretches.length,
    observed: observed.filter((each) => each.night === night),
    foretold: foretold[night]!,
  }))
  const ids = [...nights.at(-1)!.priors.keys()]
  const evidence = new Map(ids.map((id) => [id, weigh(id, weighed, factor)]))
  return { watched: nights, foretold, observed, factor, evidence }
}

/**
 * @param own evidence of the last night alone: how well it fits is asked of its own heights
 */
function answerTo(watched: Watched, evidence: Evidences, own: Evidences): LeakdownAnswer {
  const posterior = posteriorOf(watched.priors, evidence)
  const best = [...posterior].reduce((a, b) => (b[1] > a[1] ? b : a))[0]
  const told = { ...evidence.get(best)!, leastChi2: own.get(best)!.leastChi2 }
  return describe(watched, posterior, told, best)
}

const sameHypotheses = (
  one: ReadonlyMap<HypothesisId, number>,
  other: ReadonlyMap<HypothesisId, number>,
): boolean => one.size === other.size && [...one.keys()].every((id) => other.has(id))

const foretellNight = ({ priors, start, request, stretches }: Watched): Foretold =>
  foretell([...priors.keys()], start, request.startC, stretches)

/**
 * What the rounds around a parked car mean: which hypothesis about its leaks explains the changes,
 * how sure that is, and how much of the drop was only the cold. Bayes' rule over the table in
 * `hypotheses.ts`, the unknown leak rate averaged out.
 * @returns the answer, or why there is none. Two closures and fit are judged beside it: look at
 * `fitSuspect` and `closureSuspect` before believing `best`.
 */
export function inferLeak(given: LeakdownRequest): Result<LeakdownAnswer, LeakdownRefusal> {
  const inferred = inferNights([given])
  return inferred.ok ? ok(inferred.value.alone) : inferred
}

/**
 * What several nights of one case mean together: the same hypothesis, the same leak and the same
 * car behind all of them; each night with its own temperatures, readings and stand. Heights, cold
 * and fit are those of the last night.
 * @param nights oldest first; at least one
 * @returns what they say together, what the last one says alone, and the weighing behind it
 */
export function inferNights(nights: readonly LeakdownRequest[]): Result<
  {
    readonly together: LeakdownAnswer
    readonly alone: LeakdownAnswer
    readonly weighed: WeighedNights
  },
  LeakdownRefusal
> {
  const watched: Watched[] = []
  for (const night of nights) {
    const each = watchedNight(night)
    if (!each.ok) return each
    watched.push(each.value)
  }
  const last = watched.at(-1)!
  if (watched.some(({ priors }) => !sameHypotheses(priors, last.priors)))
    return refuse({ code: 'otherCar' })
  const foretold = watched.map(foretellNight)
  const own = weighing([last], foretold.slice(-1))
  const alone = answerTo(last, own.evidence, own.evidence)
  const all = watched.length === 1 ? own : weighing(watched, foretold)
  const together = all === own ? alone : answerTo(last, all.evidence, own.evidence)
  return ok({ together, alone, weighed: { ...all, answer: together } })
}
