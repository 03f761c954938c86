import type { EquilibriumRefusal } from '../pneumatics/index.ts'
import type { Result } from '../result/index.ts'
import { ok, refuse } from '../result/index.ts'
import { CORNERS } from '../vehicle/index.ts'
import type { Observed } from './covariance.ts'
import { whiten } from './covariance.ts'
import type { Evidence } from './evidence.ts'
import { conductanceAt, evidenceOfOne, evidenceOfTwo, FINE_NODES } from './evidence.ts'
import type { Start } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { hypothesisCorners, isIndependent } from './hypotheses.ts'
import { GridRunner, layLossGrid } from './lossGrid.ts'
import { distancesAlong, layLossPath, locate } from './lossPath.ts'
import type { Stretch } from './night.ts'

/** Fine steps between two forecasts: 0.05 in log10 C, 0.1 where two conductances vary. */
const COARSE_ONE = 5
const COARSE_TWO = 10

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

/** The measured changes of a night, ready to be weighed. */
export interface Weighing {
  readonly startC: number
  readonly stretches: readonly Stretch[]
  readonly observed: readonly Observed[]
  /** Cholesky factor of their covariance. */
  readonly factor: Float64Array
}

// Writes the whitened misfit of predicted travels, one array per round, to its place in a table.
type Misfit = (travelMm: readonly Float64Array[], table: Float64Array, at: number) => void

/** The evidence of each hypothesis for the measured changes. */
export function weighHypotheses(
  ids: readonly HypothesisId[],
  start: Start,
  weighing: Weighing,
): Map<HypothesisId, Evidence> {
  const { solver, airBarL } = start
  const { observed, factor } = weighing
  solver.solve(airBarL, weighing.startC)
  const startMm = solver.travelMm.slice()
  const misfit: Misfit = (travelMm, table, at) => {
    for (const [k, { round, corner, changeMm }] of observed.entries())
      table[at + k] = changeMm - (travelMm[round]![corner]! - startMm[corner]!)
    whiten(factor, observed.length, table, at)
  }
  const weigh = (id: HypothesisId): Evidence => {
    if (id === 'none') return weighTight(start, weighing, misfit)
    return isIndependent(id)
      ? weighTwo(id === 'frontBoth' ? 0 : 1, start, weighing, misfit)
      : weighOne(id, start, weighing, misfit)
  }
  return new Map(ids.map((id) => [id, weigh(id)]))
}

function weighTight(
  { solver, airBarL }: Start,
  { stretches, observed }: Weighing,
  misfit: Misfit,
): Evidence {
  const table = new Float64Array(observed.length)
  const rests = stretches.map(({ toC }) => {
    solver.solve(airBarL, toC)
    return solver.travelMm.slice()
  })
  misfit(rests, table, 0)
  const leastChi2 = table.reduce((sum, value) => sum + value * value, 0)
  return {
    logMean: -0.5 * leastChi2,
    leastChi2,
    first: new Float64Array(0),
    second: null,
    joint: null,
  }
}

function weighOne(
  id: HypothesisId,
  start: Start,
  { stretches, observed }: Weighing,
  misfit: Misfit,
): Evidence {
  const leaking = hypothesisCorners(id).map((corner) => CORNERS.indexOf(corner))
  const nightS = stretches.reduce((sum, { durationS }) => sum + durationS, 0)
  const path = layLossPath({
    ...start,
    leaking,
    stretches,
    longestS: 1.1 * conductanceAt(FINE_NODES - 1) * nightS,
  })
  const nodes = (FINE_NODES - 1) / COARSE_ONE + 1
  const table = new Float64Array(observed.length * nodes)
  const travel = stretches.map(() => new Float64Array(4))
  for (let node = 0; node < nodes; node += 1) {
    for (const [round, at] of distancesAlong(
      path,
      conductanceAt(node * COARSE_ONE),
      stretches,
    ).entries()) {
      const [k, f] = locate(path, at)
      const rest = path.travelMm[round]!
      for (let i = 0; i < 4; i += 1)
        travel[round]![i] = rest[4 * k + i]! * (1 - f) + rest[4 * k + 4 + i]! * f
    }
    misfit(travel, table, observed.length * node)
  }
  return evidenceOfOne(table, observed.length, COARSE_ONE)
}

function weighTwo(
  axle: number,
  { solver, airBarL }: Start,
  { stretches, observed }: Weighing,
  misfit: Misfit,
): Evidence {
  const runner = new GridRunner(layLossGrid(solver, airBarL, axle, stretches), stretches)
  const side = (FINE_NODES - 1) / COARSE_TWO + 1
  const table = new Float64Array(observed.length * side * side)
  for (let i = 0; i < side; i += 1) {
    for (let j = 0; j < side; j += 1)
      misfit(
        runner.run(conductanceAt(i * COARSE_TWO), conductanceAt(j * COARSE_TWO)),
        table,
        observed.length * (i * side + j),
      )
  }
  return evidenceOfTwo(table, observed.length, COARSE_TWO)
}
