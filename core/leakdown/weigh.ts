import type { EquilibriumRefusal } from '../pneumatics/index.ts'
import type { Result } from '../result/index.ts'
import { ok, refuse } from '../result/index.ts'
import { CORNERS } from '../vehicle/index.ts'
import { whiten } from './covariance.ts'
import type { Evidence } from './evidence.ts'
import { conductanceAt, evidenceOfOne, evidenceOfTwo, FINE_NODES } from './evidence.ts'
import type { Start } from './forecast.ts'
import type { HypothesisId } from './hypotheses.ts'
import { hypothesisCorners, isIndependent } from './hypotheses.ts'
import { GridRunner, layLossGrid } from './lossGrid.ts'
import { distanceAlong, layLossPath, locate } from './lossPath.ts'

/** Fine steps between two forecasts: 0.05 in log10 C, 0.1 where two conductances vary. */
const COARSE_ONE = 5
const COARSE_TWO = 10

interface Night { readonly startC: number; readonly endC: number; readonly hours: number }

/** What the cold alone does to a prepared start, mm, and how much that hangs on the end temperature, mm/K. */
export function coldChange({ solver, airBarL }: Start, { startC, endC }: Night): Result<{ changeMm: Float64Array; perKelvin: Float64Array }, EquilibriumRefusal> {
  const rest: Float64Array[] = []
  for (const temperatureC of [startC, endC - 0.5, endC + 0.5, endC]) {
    const { outcome } = solver.solve(airBarL, temperatureC)
    if (outcome !== 'converged') return refuse({ code: 'noRest', outcome })
    rest.push(solver.travelMm.slice())
  }
  const [start, colder, warmer, end] = rest as [Float64Array, Float64Array, Float64Array, Float64Array]
  return ok({ changeMm: end.map((value, i) => value - start[i]!), perKelvin: warmer.map((value, i) => value - colder[i]!) })
}

interface Weighing extends Night {
  /** Measured change of each corner, mm. */
  readonly changeMm: readonly number[]
  /** Cholesky factor of their covariance. */
  readonly factor: Float64Array
}

/** The evidence of each hypothesis for the measured changes. */
export function weighHypotheses(ids: readonly HypothesisId[], start: Start, weighing: Weighing): Map<HypothesisId, Evidence> {
  const { solver, airBarL } = start
  solver.solve(airBarL, weighing.startC)
  const startMm = solver.travelMm.slice()
  // Whitened misfit of one predicted rest, written to its place in a table.
  const misfit = (travelMm: ArrayLike<number>, table: Float64Array, at: number): void => {
    for (let i = 0; i < 4; i += 1) table[at + i] = weighing.changeMm[i]! - (travelMm[i]! - startMm[i]!)
    whiten(weighing.factor, table, at)
  }
  const weigh = (id: HypothesisId): Evidence => {
    if (id === 'none') return weighTight(start, weighing, misfit)
    return isIndependent(id) ? weighTwo(id === 'frontBoth' ? 0 : 1, start, weighing, misfit) : weighOne(id, start, weighing, misfit)
  }
  return new Map(ids.map((id) => [id, weigh(id)]))
}

type Misfit = (travelMm: ArrayLike<number>, table: Float64Array, at: number) => void

function weighTight({ solver, airBarL }: Start, { endC }: Weighing, misfit: Misfit): Evidence {
  const table = new Float64Array(4)
  solver.solve(airBarL, endC)
  misfit(solver.travelMm, table, 0)
  const leastChi2 = table.reduce((sum, value) => sum + value * value, 0)
  return { logMean: -0.5 * leastChi2, leastChi2, first: new Float64Array(0), second: null, joint: null }
}

function weighOne(id: HypothesisId, start: Start, { startC, endC, hours }: Weighing, misfit: Misfit): Evidence {
  const durationS = hours * 3600
  const leaking = hypothesisCorners(id).map((corner) => CORNERS.indexOf(corner))
  const path = layLossPath({ ...start, leaking, startC, endC, longestS: 1.1 * conductanceAt(FINE_NODES - 1) * durationS })
  const nodes = (FINE_NODES - 1) / COARSE_ONE + 1
  const table = new Float64Array(4 * nodes)
  const travel = new Float64Array(4)
  for (let node = 0; node < nodes; node += 1) {
    const [k, f] = locate(path, distanceAlong(path, conductanceAt(node * COARSE_ONE), durationS))
    for (let i = 0; i < 4; i += 1) travel[i] = path.travelMm[4 * k + i]! * (1 - f) + path.travelMm[4 * k + 4 + i]! * f
    misfit(travel, table, 4 * node)
  }
  return evidenceOfOne(table, COARSE_ONE)
}

function weighTwo(axle: number, { solver, airBarL }: Start, { startC, endC, hours }: Weighing, misfit: Misfit): Evidence {
  const temperaturesC = [startC, (startC + endC) / 2, endC] as const
  const runner = new GridRunner(layLossGrid(solver, airBarL, axle, temperaturesC), temperaturesC, hours * 3600)
  const side = (FINE_NODES - 1) / COARSE_TWO + 1
  const table = new Float64Array(4 * side * side)
  for (let i = 0; i < side; i += 1) {
    for (let j = 0; j < side; j += 1) misfit(runner.end(conductanceAt(i * COARSE_TWO), conductanceAt(j * COARSE_TWO)), table, 4 * (i * side + j))
  }
  return evidenceOfTwo(table, COARSE_TWO)
}
