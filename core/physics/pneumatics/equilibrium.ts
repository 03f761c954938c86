import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type {
  Corner,
  GeometryRefusal,
  PerCorner,
  VehicleGeometry,
} from '../../base/vehicle/index.ts'
import { checkGeometry, CORNERS, hasAir, perCorner } from '../../base/vehicle/index.ts'
import { airAtOffset } from './designAir.ts'
import { buildRig } from './rig.ts'
import type { SolveOutcome, Solver } from './solver.ts'
import { createSolver } from './solver.ts'
import { closureMm } from './stiffBody.ts'

/** A vehicle at rest: what it stands on and what it carries. */
export interface EquilibriumRequest {
  readonly vehicle: VehicleGeometry
  /** Temperature of the air in the springs, degC. */
  readonly temperatureC: number
  /** Amount of air per corner with air, bar-litre ANR; null: the design amount at 20 degC. */
  readonly airBarL: Readonly<Partial<Record<Corner, number>>> | null
  /** Load added at each wheel, N; left out: 0. */
  readonly payloadN?: Readonly<Partial<Record<Corner, number>>> | undefined
}

/** Where the vehicle comes to rest. */
export interface EquilibriumAnswer {
  /** Ride height, wheel centre to arch edge, mm. */
  readonly heightMm: PerCorner<number>
  /** Gauge pressure, bar, 0 when empty; null without air. */
  readonly pressureBarG: PerCorner<number | null>
  /** Wheel load, N. */
  readonly loadN: PerCorner<number>
  readonly onBumpStop: PerCorner<boolean>
  /** How far the change from design height fails to fit a plane, mm. */
  readonly closureMm: number
  readonly solve: SolveOutcome
}

/** Why there is no rest position to tell. */
export type EquilibriumRefusal =
  | GeometryRefusal
  | { readonly code: 'airMissing'; readonly corner: Corner }
  | { readonly code: 'noAirSpring'; readonly corner: Corner }
  | { readonly code: 'noRest'; readonly outcome: SolveOutcome['outcome'] }

function amounts(
  request: EquilibriumRequest,
  rig: ReturnType<typeof buildRig>,
): Result<Float64Array, EquilibriumRefusal> {
  const { airBarL, vehicle } = request
  if (airBarL === null) return airAtOffset(rig, T_REF_K)
  const filled = new Float64Array(4)
  for (const [index, corner] of CORNERS.entries()) {
    const given = airBarL[corner]
    if (hasAir(vehicle.corners[corner])) {
      if (given === undefined) return refuse({ code: 'airMissing', corner })
      filled[index] = given
    } else if (given !== undefined) return refuse({ code: 'noAirSpring', corner })
  }
  return ok(filled)
}

function describe(
  request: EquilibriumRequest,
  solver: Solver,
  solve: SolveOutcome,
): EquilibriumAnswer {
  const { vehicle } = request
  const travel = perCorner((_, i) => solver.travelMm[i]!)
  return {
    heightMm: perCorner((corner) => vehicle.corners[corner].designHeightMm + travel[corner]),
    pressureBarG: perCorner((corner, i) =>
      hasAir(vehicle.corners[corner]) ? Math.max(0, solver.pressureBarA[i]! - P_ATM_BAR) : null,
    ),
    loadN: perCorner((_, i) => solver.loadN[i]!),
    onBumpStop: perCorner(
      (corner) =>
        vehicle.corners[corner].designHeightMm + travel[corner] <
        vehicle.corners[corner].bumpHeightMm,
    ),
    closureMm: closureMm(travel, vehicle),
    solve,
  }
}

/**
 * Where a vehicle comes to rest with given amounts of air.
 * @returns the rest position, or why there is none; never a number that is not finite.
 * @example
 * equilibrium({ vehicle, temperatureC: 20, airBarL: null }) // value.heightMm: every corner at its design height
 */
export function equilibrium(
  request: EquilibriumRequest,
): Result<EquilibriumAnswer, EquilibriumRefusal> {
  const checked = checkGeometry(request.vehicle)
  if (!checked.ok) return checked
  const rig = buildRig(request.vehicle)
  const air = amounts(request, rig)
  if (!air.ok) return air
  const wanted = CORNERS.map(
    (corner) => request.vehicle.corners[corner].designLoadN + (request.payloadN?.[corner] ?? 0),
  )
  const solver = createSolver(rig, wanted)
  const outcome = solver.solve(air.value, request.temperatureC)
  if (outcome.outcome !== 'converged') return refuse({ code: 'noRest', outcome: outcome.outcome })
  return ok(describe(request, solver, outcome))
}
