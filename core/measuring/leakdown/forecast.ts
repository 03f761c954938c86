import type { EquilibriumRefusal, Rig, Solver } from '../../physics/pneumatics/index.ts'
import { airAtOffset, buildRig, createSolver } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { kelvin, P_ATM_BAR } from '../../base/units/index.ts'
import type { Axle, Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import {
  AXLE_CORNERS,
  checkGeometry,
  CORNERS,
  hasAir,
  perCorner,
} from '../../base/vehicle/index.ts'
import { runLeak } from './leakRun.ts'

/** A parked vehicle with its module off. */
export interface ForecastRequest {
  readonly vehicle: VehicleGeometry
  /** Air temperature at the start and, changing evenly, after `hours`, degC. */
  readonly startC: number
  readonly endC: number
  readonly hours: number
  /** Sonic conductance of the leak at each corner, L/(s.bar); left out: tight. */
  readonly leaks: Readonly<Partial<Record<Corner, number>>>
  /** Sonic conductance between the two springs of an axle, L/(s.bar). */
  readonly crossLeaks?: Readonly<Partial<Record<Axle, number>>> | undefined
  /** When to look, hours from the start, in any order. */
  readonly sampleHours: readonly number[]
  /** Level the vehicle starts from, mm over design height; default 0. */
  readonly levelOffsetMm?: number | undefined
}

/** The vehicle at one time. */
export interface ForecastSample {
  readonly hour: number
  readonly heightMm: PerCorner<number>
  /** Gauge pressure, bar; null without air. */
  readonly pressureBarG: PerCorner<number | null>
  /** Amount of air, bar-litre ANR; null without air. */
  readonly airBarL: PerCorner<number | null>
}

/** Why no forecast can be made. */
export type ForecastRefusal =
  | EquilibriumRefusal
  | { readonly code: 'sampleOutside'; readonly hour: number; readonly hours: number }
  | { readonly code: 'crossLeakWithoutAir'; readonly axle: Axle }

/** A vehicle ready to lose air: its figures, a solver, and the amounts it starts with. */
export interface Start {
  readonly rig: Rig
  readonly solver: Solver
  readonly airBarL: Float64Array
}

/** Prepares a vehicle that stands at a level with air of a temperature. */
export function prepareStart(
  vehicle: VehicleGeometry,
  startC: number,
  levelOffsetMm: number,
): Result<Start, EquilibriumRefusal> {
  const checked = checkGeometry(vehicle)
  if (!checked.ok) return checked
  const rig = buildRig(vehicle)
  const air = airAtOffset(rig, kelvin(startC), levelOffsetMm)
  if (!air.ok) return air
  const solver = createSolver(rig)
  const { outcome } = solver.solve(air.value, startC)
  return outcome === 'converged'
    ? ok({ rig, solver, airBarL: air.value })
    : refuse({ code: 'noRest', outcome })
}

function checkRequest({
  vehicle,
  leaks,
  crossLeaks,
  sampleHours,
  hours,
}: ForecastRequest): ForecastRefusal | null {
  for (const corner of CORNERS)
    if (leaks[corner] !== undefined && !hasAir(vehicle.corners[corner]))
      return { code: 'noAirSpring', corner }
  for (const axle of ['front', 'rear'] as const) {
    if (
      crossLeaks?.[axle] !== undefined &&
      !AXLE_CORNERS[axle].every((corner) => hasAir(vehicle.corners[corner]))
    )
      return { code: 'crossLeakWithoutAir', axle }
  }
  const outside = sampleHours.find((hour) => hour < 0 || hour > hours)
  return outside === undefined ? null : { code: 'sampleOutside', hour: outside, hours }
}

function sampleAt(
  hour: number,
  vehicle: VehicleGeometry,
  solver: Solver,
  air: Float64Array,
): ForecastSample {
  const withAir = (corner: Corner, value: number): number | null =>
    hasAir(vehicle.corners[corner]) ? value : null
  return {
    hour,
    heightMm: perCorner(
      (corner, i) => vehicle.corners[corner].designHeightMm + solver.travelMm[i]!,
    ),
    pressureBarG: perCorner((corner, i) =>
      withAir(corner, Math.max(0, solver.pressureBarA[i]! - P_ATM_BAR)),
    ),
    airBarL: perCorner((corner, i) => withAir(corner, air[i]!)),
  }
}

/**
 * How far each corner moves from the start to the end of a night, mm.
 * @returns null where there is no forecast.
 */
export function forecastChange(
  night: Omit<ForecastRequest, 'sampleHours'>,
): PerCorner<number> | null {
  const run = forecast({ ...night, sampleHours: [0, night.hours] })
  if (!run.ok) return null
  const [first, last] = run.value
  return perCorner((corner) => last!.heightMm[corner] - first!.heightMm[corner])
}

/**
 * Heights, pressures and amounts of air through a night with given leaks, module off.
 * @returns one sample per asked hour, in the asked order, within 0.05 mm; or why there is no forecast.
 */
export function forecast(request: ForecastRequest): Result<ForecastSample[], ForecastRefusal> {
  const { vehicle, startC, endC, hours, leaks, crossLeaks } = request
  const refusal = checkRequest(request)
  if (refusal) return refuse(refusal)
  const start = prepareStart(vehicle, startC, request.levelOffsetMm ?? 0)
  if (!start.ok) return start
  const { solver, airBarL } = start.value
  const temperatureC = (timeS: number): number =>
    startC + (endC - startC) * (timeS / (hours * 3600))
  const run = {
    solver,
    leaks: CORNERS.map((corner) => leaks[corner] ?? 0),
    crossLeaks: [crossLeaks?.front ?? 0, crossLeaks?.rear ?? 0] as const,
    temperatureC,
  }
  const samples = new Map<number, ForecastSample>()
  let nowS = 0
  for (const hour of [...new Set(request.sampleHours)].sort((a, b) => a - b)) {
    const { outcome } = runLeak(run, airBarL, nowS, hour * 3600)
    nowS = hour * 3600
    const solve = solver.solve(airBarL, hours > 0 ? temperatureC(nowS) : startC)
    if (outcome === 'maxSteps' || solve.outcome !== 'converged')
      return refuse({ code: 'noRest', outcome: 'maxSteps' })
    samples.set(hour, sampleAt(hour, vehicle, solver, airBarL))
  }
  return ok(request.sampleHours.map((hour) => samples.get(hour)!))
}
