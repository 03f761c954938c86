import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir } from '../../base/vehicle/index.ts'

/** A hypothesis about what the drop means. */
export type HypothesisId =
  | 'none'
  | Corner
  | 'frontPair'
  | 'rearPair'
  | 'frontBoth'
  | 'rearBoth'
  | 'all'
  | 'diagonalFL'
  | 'diagonalFR'

/** Every hypothesis, in the order it is reported. */
export const HYPOTHESES = [
  'none',
  'FL',
  'FR',
  'RL',
  'RR',
  'frontPair',
  'rearPair',
  'frontBoth',
  'rearBoth',
  'all',
  'diagonalFL',
  'diagonalFR',
] as const satisfies readonly HypothesisId[]

/** Weight of each hypothesis before any reading, for a vehicle with air at all four corners. They add up to 1. */
export const PRIOR_WEIGHT: Readonly<Record<HypothesisId, number>> = {
  none: 0.3,
  FL: 0.1,
  FR: 0.1,
  RL: 0.1,
  RR: 0.1,
  frontPair: 0.1,
  rearPair: 0.1,
  frontBoth: 0.03,
  rearBoth: 0.03,
  all: 0.02,
  diagonalFL: 0.01,
  diagonalFR: 0.01,
}

/** Range of log10 of the sonic conductance a leak may have, in L/(s.bar): from 1 mm a night to flat within the hour. */
export const LOG_C_RANGE = { from: -6.5, to: -3, step: 0.01 } as const

const LEAKING: Readonly<Record<HypothesisId, readonly Corner[]>> = {
  none: [],
  FL: ['FL'],
  FR: ['FR'],
  RL: ['RL'],
  RR: ['RR'],
  frontPair: ['FL', 'FR'],
  rearPair: ['RL', 'RR'],
  frontBoth: ['FL', 'FR'],
  rearBoth: ['RL', 'RR'],
  all: CORNERS,
  diagonalFL: ['FL', 'RR'],
  diagonalFR: ['FR', 'RL'],
}

/** The corners that lose air under a hypothesis. */
export const hypothesisCorners = (id: HypothesisId): readonly Corner[] => LEAKING[id]

/** The answer a hypothesis belongs to: heights cannot tell all four from two on a diagonal. */
export const answerGroup = (id: HypothesisId): HypothesisId =>
  id === 'diagonalFL' || id === 'diagonalFR' ? 'all' : id

/** Whether the two corners leak each at a rate of its own. */
export const isIndependent = (id: HypothesisId): boolean => id === 'frontBoth' || id === 'rearBoth'

/**
 * The hypotheses a vehicle allows, with their priors adding up to 1.
 * @param weights replaces the table's weight for the hypotheses it names.
 * @returns null when no weight is left.
 */
export function priorsOf(
  vehicle: VehicleGeometry,
  weights: Readonly<Partial<Record<HypothesisId, number>>>,
): Map<HypothesisId, number> | null {
  const possible = HYPOTHESES.filter((id) =>
    LEAKING[id].every((corner) => hasAir(vehicle.corners[corner])),
  )
  const total = possible.reduce((sum, id) => sum + (weights[id] ?? PRIOR_WEIGHT[id]), 0)
  return total > 0
    ? new Map(possible.map((id) => [id, (weights[id] ?? PRIOR_WEIGHT[id]) / total]))
    : null
}

/** Whether what a watch was concluded with tells that something leaks. */
const tellsLeak = (finding: { readonly kind: string; readonly best: string } | null): boolean =>
  finding?.kind === 'answer' &&
  Object.hasOwn(LEAKING, finding.best) &&
  hypothesisCorners(finding.best as HypothesisId).length > 0

/**
 * What is found on a job: the fault itself, once it is concluded; else a corner, where a watch told
 * that something leaks; null: neither.
 */
export const foundBy = (
  isConcluded: boolean,
  finding: Parameters<typeof tellsLeak>[0],
): 'corner' | 'fault' | null => (isConcluded ? 'fault' : tellsLeak(finding) ? 'corner' : null)
