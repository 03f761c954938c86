import {
  DEFAULT_REPEATABILITY_MM,
  meanHeights,
  modelSigmaMm,
  TYRE_ALLOWANCE_MM,
} from '../heights/index.ts'
import type { Readings } from '../heights/index.ts'
import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir, perCorner } from '../../base/vehicle/index.ts'
import type { NoiseSources, Observed } from './covariance.ts'
import { KNOWN_GEOMETRY_SHARE } from './covariance.ts'
import type { Start } from './forecast.ts'
import { prepareStart } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { priorsOf } from './hypotheses.ts'
import type { RoundBetween, Stretch } from './night.ts'
import { stretchesOf } from './night.ts'
import type { ColdChange } from './weigh.ts'
import { coldChanges } from './weigh.ts'

/** A workshop's figures where nothing better is known. */
export const LEAKDOWN_DEFAULTS = {
  temperatureSigmaK: 3,
  repeatabilityMm: DEFAULT_REPEATABILITY_MM,
  modelSigmaMm: modelSigmaMm(false),
  tyreAllowanceMm: TYRE_ALLOWANCE_MM,
  levelOffsetMm: 0,
} as const

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

/** Why there is no answer. */
export type LeakdownRefusal =
  | EquilibriumRefusal
  | { readonly code: 'noAirAnywhere' }
  | { readonly code: 'noPriorLeft' }
  | { readonly code: 'roundOutside' }
  /** Nights of one case are of one car: air at the same corners. */
  | { readonly code: 'otherCar' }

/** A question with nothing left open. */
export type Complete = {
  readonly [Field in keyof LeakdownRequest]-?: NonNullable<LeakdownRequest[Field]>
}

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

/** A night ready to be weighed. */
export interface Watched {
  readonly request: Complete
  readonly start: Start
  readonly stretches: readonly Stretch[]
  readonly priors: ReadonlyMap<HypothesisId, number>
  readonly changeMm: PerCorner<number>
  /** What the cold alone does by the last round. */
  readonly cold: ColdChange
  /** Its measured changes, counted as night 0. */
  readonly observed: readonly Observed[]
  readonly noise: NoiseSources
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
              night: 0,
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

function noiseOf(
  request: Complete,
  cold: readonly ColdChange[],
  observed: readonly Observed[],
): NoiseSources {
  const rounds = cold.map((change, round) => ({
    ...change,
    largestUnexplainedMm: Math.max(
      0,
      ...observed.flatMap((one) =>
        one.round === round ? [Math.abs(one.changeMm - change.coldMm[one.corner]!)] : [],
      ),
    ),
  }))
  return { ...request, rounds }
}

const inOrder = ({ between, hours }: Complete): boolean =>
  between.every(({ hour }, i) => hour > (between[i - 1]?.hour ?? 0) && hour < hours)

/** Reads a night: what was measured of it, what the cold makes of it, how uncertain that is. */
export function watchedNight(given: LeakdownRequest): Result<Watched, LeakdownRefusal> {
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
  const observed = observe(request)
  const means = { before: meanHeights(request.before), after: meanHeights(request.after) }
  return ok({
    request,
    start: start.value,
    stretches,
    priors,
    changeMm: perCorner((corner) => means.after[corner] - means.before[corner]),
    cold: cold.value.at(-1)!,
    observed,
    noise: noiseOf(request, cold.value, observed),
  })
}
