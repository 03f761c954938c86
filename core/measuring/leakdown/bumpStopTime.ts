import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { prepareStart } from './forecast.ts'
import { runLeak } from './leakRun.ts'

/** Later than this nobody plans by the figure, hours. */
const LONGEST_HOURS = 5000

/**
 * How long the first leaking corner takes from design height to its bump stop, hours, at constant
 * temperature, module off.
 * @param leaks sonic conductance of each leaking corner, L/(s.bar).
 * @returns null when it takes more than 5000 h or never gets there.
 */
export function hoursToBumpStop(
  vehicle: VehicleGeometry,
  temperatureC: number,
  leaks: Readonly<Partial<Record<Corner, number>>>,
): number | null {
  const start = prepareStart(vehicle, temperatureC, 0)
  if (!start.ok) return null
  const { rig, solver, airBarL } = start.value
  const run = {
    solver,
    leaks: CORNERS.map((corner) => leaks[corner] ?? 0),
    crossLeaks: [0, 0] as const,
    temperatureC: () => temperatureC,
  }
  const leaking = CORNERS.flatMap((corner, i) => ((leaks[corner] ?? 0) > 0 ? [i] : []))
  // How far the nearest leaking corner still stands over its stop, mm.
  const clearance = (air: Float64Array): number => {
    solver.solve(air, temperatureC)
    return Math.min(...leaking.map((i) => solver.travelMm[i]! - rig.bumpMm[i]!))
  }
  let before = { timeS: 0, air: airBarL.slice() }
  const end = runLeak(run, airBarL, 0, LONGEST_HOURS * 3600, (timeS, air) => {
    if (clearance(air) <= 0) return false
    before = { timeS, air: air.slice() }
    return true
  })
  if (end.outcome !== 'stopped') return null
  return (
    crossingS(before, end.t, (air, fromS, toS) => {
      runLeak(run, air, fromS, toS)
      return clearance(air)
    }) / 3600
  )
}

// Halves the last step until the crossing is known to a second or a millionth of the time.
function crossingS(
  before: { timeS: number; air: Float64Array },
  afterS: number,
  runTo: (air: Float64Array, fromS: number, toS: number) => number,
): number {
  let { timeS: low, air } = before
  let high = afterS
  while (high - low > Math.max(1e-3, 1e-6 * high)) {
    const middle = (low + high) / 2
    const trial = air.slice()
    if (runTo(trial, low, middle) <= 0) high = middle
    else [low, air] = [middle, trial]
  }
  return (low + high) / 2
}
