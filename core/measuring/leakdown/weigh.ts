import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import { createSolver, isMirrored } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { Observed } from './covariance.ts'
import { whiten } from '../../base/numbers/index.ts'
import type { Evidence } from './evidence.ts'
import {
  conductanceAt,
  evidenceOfNone,
  evidenceOfOne,
  evidenceOfTwo,
  FINE_NODES,
} from './evidence.ts'
import type { Start } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { hypothesisCorners, isIndependent } from './hypotheses.ts'
import { GridRunner, layLossGrid } from './lossGrid.ts'
import { distancesAlong, layLossPath, locate } from './lossPath.ts'
import type { Stretch } from './night.ts'

/** Fine steps between two forecasts: 0.05 in log10 C, 0.1 where two conductances vary. */
export const COARSE_ONE = 5
export const COARSE_TWO = 10
/** Left unbalanced in a forecast, N: less than a hundredth of a millimetre on the softest spring. */
const TABLE_TOLERANCE_N = 0.01

/** What the cold alone does by one round, mm, and how much that hangs on the temperature then, mm/K. */
export interface ColdChange {
  readonly coldMm: Float64Array
  readonly perKelvin: Float64Array
}

/** What the cold alone does to a prepared start by each round after the first. */
export function coldChanges(
  { solver, airBarL }: Start,
  startC: number,
  temperaturesC: readonly number[],
): Result<ColdChange[], EquilibriumRefusal> {
  const restAt = (temperatureC: number): Float64Array | null =>
    solver.solve(airBarL, temperatureC).outcome === 'converged' ? solver.travelMm.slice() : null
  const start = restAt(startC)
  const changes: ColdChange[] = []
  for (const temperatureC of temperaturesC) {
    const [colder, warmer, end] = [
      restAt(temperatureC - 0.5),
      restAt(temperatureC + 0.5),
      restAt(temperatureC),
    ]
    if (!start || !colder || !warmer || !end) return refuse({ code: 'noRest', outcome: 'maxSteps' })
    changes.push({
      coldMm: end.map((value, i) => value - start[i]!),
      perKelvin: warmer.map((value, i) => value - colder[i]!),
    })
  }
  return ok(changes)
}

/** What each hypothesis makes of a night: see `foretell`. */
export type Foretold = ReadonlyMap<HypothesisId, Float64Array>

/** A night as it is weighed: what was measured and what was foretold of it. */
export interface NightWeighed {
  readonly rounds: number
  /** Its measured changes, those of one night together and in order. */
  readonly observed: readonly Observed[]
  readonly foretold: Foretold
}

/** Nodes of a hypothesis's grid: one without a leak, a line for one conductance, a square for two. */
function nodesOf(id: HypothesisId): number {
  if (id === 'none') return 1
  return isIndependent(id)
    ? ((FINE_NODES - 1) / COARSE_TWO + 1) ** 2
    : (FINE_NODES - 1) / COARSE_ONE + 1
}

/**
 * The evidence of one hypothesis for the measured changes of all nights, with one leak behind them.
 * @param factor Cholesky factor of the covariance of all changes, night by night
 */
export function weigh(
  id: HypothesisId,
  nights: readonly NightWeighed[],
  factor: Float64Array,
): Evidence {
  const width = nights.reduce((sum, { observed }) => sum + observed.length, 0)
  const nodes = nodesOf(id)
  const table = new Float64Array(width * nodes)
  for (let node = 0; node < nodes; node += 1) {
    let at = width * node
    for (const { rounds, observed, foretold } of nights) {
      const changes = foretold.get(id)!
      for (const { round, corner, changeMm } of observed) {
        table[at] = changeMm - changes[4 * (rounds * node + round) + corner]!
        at += 1
      }
    }
    whiten(factor, width, table, width * node)
  }
  if (id === 'none') return evidenceOfNone(table)
  return isIndependent(id)
    ? evidenceOfTwo(table, width, COARSE_TWO)
    : evidenceOfOne(table, width, COARSE_ONE)
}

/**
 * The changes of a night each hypothesis would bring about, mm: per node of its grid four corners
 * for each round after the first.
 */
export function foretell(
  ids: readonly HypothesisId[],
  start: Start,
  startC: number,
  stretches: readonly Stretch[],
): Foretold {
  const solver = createSolver(start.rig, undefined, TABLE_TOLERANCE_N)
  const loose = { ...start, solver }
  solver.solve(start.airBarL, startC)
  const startMm = solver.travelMm.slice()
  const mirrored = isMirrored(start.rig)
  const of = (id: HypothesisId): Float64Array => {
    if (id === 'none') return travelTight(loose, stretches)
    return isIndependent(id)
      ? travelTwo(id === 'frontBoth' ? 0 : 1, loose, stretches, mirrored)
      : travelOne(id, loose, stretches)
  }
  const foretold = new Map<HypothesisId, Float64Array>()
  for (const id of ids) {
    const across = mirrored ? foretold.get(ACROSS[id] ?? id) : undefined
    const changes = across
      ? across.map((_, at) => across[at ^ 1]!)
      : of(id).map((travelMm, at) => travelMm - startMm[at % 4]!)
    foretold.set(id, changes)
  }
  return foretold
}

// Of two hypotheses that mirror each other, the one that is foretold first.
const ACROSS: Readonly<Partial<Record<HypothesisId, HypothesisId>>> = {
  FR: 'FL',
  RR: 'RL',
  diagonalFR: 'diagonalFL',
}

function travelTight({ solver, airBarL }: Start, stretches: readonly Stretch[]): Float64Array {
  const out = new Float64Array(4 * stretches.length)
  for (const [round, { toC }] of stretches.entries()) {
    solver.solve(airBarL, toC)
    out.set(solver.travelMm, 4 * round)
  }
  return out
}

function travelOne(id: HypothesisId, start: Start, stretches: readonly Stretch[]): Float64Array {
  const leaking = hypothesisCorners(id).map((corner) => CORNERS.indexOf(corner))
  const nightS = stretches.reduce((sum, { durationS }) => sum + durationS, 0)
  const path = layLossPath({
    ...start,
    leaking,
    stretches,
    longestS: 1.1 * conductanceAt(FINE_NODES - 1) * nightS,
  })
  const rounds = stretches.length
  const out = new Float64Array(4 * rounds * nodesOf(id))
  for (let node = 0; node < nodesOf(id); node += 1) {
    const reached = distancesAlong(path, conductanceAt(node * COARSE_ONE), stretches)
    for (const [round, at] of reached.entries()) {
      const [k, f] = locate(path, at)
      const rest = path.travelMm[round]!
      for (let i = 0; i < 4; i += 1)
        out[4 * (rounds * node + round) + i] = rest[4 * k + i]! * (1 - f) + rest[4 * k + 4 + i]! * f
    }
  }
  return out
}

function travelTwo(
  axle: number,
  { solver, airBarL }: Start,
  stretches: readonly Stretch[],
  mirrored: boolean,
): Float64Array {
  const runner = new GridRunner(layLossGrid(solver, airBarL, axle, stretches, mirrored), stretches)
  const side = (FINE_NODES - 1) / COARSE_TWO + 1
  const rounds = stretches.length
  const out = new Float64Array(4 * rounds * side * side)
  for (let i = 0; i < side; i += 1) {
    for (let j = 0; j < (mirrored ? i + 1 : side); j += 1) {
      const travels = runner.run(conductanceAt(i * COARSE_TWO), conductanceAt(j * COARSE_TWO))
      for (const [round, travelMm] of travels.entries()) {
        out.set(travelMm, 4 * (rounds * (side * i + j) + round))
        if (!mirrored || i === j) continue
        for (let corner = 0; corner < 4; corner += 1)
          out[4 * (rounds * (side * j + i) + round) + corner] = travelMm[corner ^ 1]!
      }
    }
  }
  return out
}
