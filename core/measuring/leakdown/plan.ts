import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir } from '../../base/vehicle/index.ts'
import type { Start } from './forecast.ts'
import { prepareStart } from './forecast.ts'
import { LEAKDOWN_DEFAULTS } from './watched.ts'
import { normalQuantile } from '../../base/numbers/index.ts'

/** Odds a watch is planned for unless others are asked. */
export const PLAN_DEFAULTS = { power: 0.95, falseAlarm: 0.05 } as const

/** A suspicion, and the means to prove it. */
export interface PlanRequest {
  readonly vehicle: VehicleGeometry
  readonly corner: Corner
  /** Size of the leak one wants to be sure to see, bar-litre per hour; more than 0. */
  readonly leakBarLPerH: number
  /** Readings of that corner in each round, 1 or more. */
  readonly readings: number
  readonly repeatabilityMm?: number | undefined
  readonly modelSigmaMm?: number | undefined
  readonly temperatureSigmaK?: number | undefined
  /** Mean temperature of the wait, degC. */
  readonly meanC: number
  /** Probability of seeing that leak, 0.5 to below 1. */
  readonly power?: number | undefined
  /** Probability of calling a tight corner leaking, above 0. */
  readonly falseAlarm?: number | undefined
}

/** How fast the corner would sink, and how long one must wait. */
export interface PlanAnswer {
  readonly dropMmPerH: number
  readonly hours: number
  readonly sigmaMm: number
}

const AIR_STEP = 1e-3
const TEMPERATURE_STEP_K = 0.5

// Change of one corner's height between two states either side of the design state.
function differenceMm(
  { solver }: Start,
  index: number,
  first: readonly [Float64Array, number],
  second: readonly [Float64Array, number],
): number {
  const at = ([air, temperatureC]: readonly [Float64Array, number]): number => {
    solver.solve(air, temperatureC)
    return solver.travelMm[index]!
  }
  const before = at(first)
  return at(second) - before
}

function changed(air: Float64Array, index: number, share: number): Float64Array {
  const next = air.slice()
  next[index]! *= 1 + share
  return next
}

/**
 * How long a watch must last to tell a leak of a size from none: the sinking of that corner,
 * linearised at design height, against
 * what tape, bushes and thermometer leave open.
 * @returns rate and hours, or why the vehicle allows no answer.
 */
export function planWatch(request: PlanRequest): Result<PlanAnswer, EquilibriumRefusal> {
  const { vehicle, corner, leakBarLPerH, readings, meanC } = request
  const start = prepareStart(vehicle, meanC, 0)
  if (!start.ok) return start
  if (!hasAir(vehicle.corners[corner])) return refuse({ code: 'noAirSpring', corner })
  const index = CORNERS.indexOf(corner)
  const air = start.value.airBarL
  const mmPerBarL =
    differenceMm(
      start.value,
      index,
      [changed(air, index, -AIR_STEP), meanC],
      [changed(air, index, AIR_STEP), meanC],
    ) /
    (2 * AIR_STEP * air[index]!)
  const mmPerK =
    differenceMm(
      start.value,
      index,
      [air, meanC - TEMPERATURE_STEP_K],
      [air, meanC + TEMPERATURE_STEP_K],
    ) /
    (2 * TEMPERATURE_STEP_K)
  const { repeatabilityMm, modelSigmaMm, temperatureSigmaK } = LEAKDOWN_DEFAULTS
  const tape = (request.repeatabilityMm ?? repeatabilityMm) ** 2 * (2 / readings)
  const sigmaMm = Math.sqrt(
    tape +
      (request.modelSigmaMm ?? modelSigmaMm) ** 2 +
      ((request.temperatureSigmaK ?? temperatureSigmaK) * mmPerK) ** 2,
  )
  const dropMmPerH = leakBarLPerH * mmPerBarL
  const odds =
    normalQuantile(request.power ?? PLAN_DEFAULTS.power) +
    normalQuantile(1 - (request.falseAlarm ?? PLAN_DEFAULTS.falseAlarm))
  return ok({ dropMmPerH, hours: (odds * sigmaMm) / dropMmPerH, sigmaMm })
}
