import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { kelvin } from '../../base/units/index.ts'
import type { PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { checkGeometry, perCorner } from '../../base/vehicle/index.ts'
import { airAtOffset } from './designAir.ts'
import type { EquilibriumRefusal } from './equilibrium.ts'
import { buildRig } from './rig.ts'
import { createSolver } from './solver.ts'

/** A parked vehicle whose air changes temperature. */
export interface TemperatureDropRequest {
  readonly vehicle: VehicleGeometry
  /** Temperature of the air when it stood at design height, degC. */
  readonly fromC: number
  /** Temperature of the air now, degC. */
  readonly toC: number
}

/** What the temperature alone did. */
export interface TemperatureDropAnswer {
  /** Change of ride height, mm; negative: sank. */
  readonly changeMm: PerCorner<number>
}

/**
 * How far a parked vehicle sinks or rises by temperature alone, with no leak and the module off.
 * @returns the change at each corner, or why the vehicle cannot stand at all.
 */
export function temperatureDrop(
  request: TemperatureDropRequest,
): Result<TemperatureDropAnswer, EquilibriumRefusal> {
  const checked = checkGeometry(request.vehicle)
  if (!checked.ok) return checked
  const rig = buildRig(request.vehicle)
  const air = airAtOffset(rig, kelvin(request.fromC))
  if (!air.ok) return air
  const solver = createSolver(rig)
  // Both ends are solved: where the coil of a levelled axle is a newton off its load, the start is
  // not quite at design height.
  const start = solver.solve(air.value, request.fromC)
  const startMm = solver.travelMm.slice()
  const end = solver.solve(air.value, request.toC)
  for (const { outcome } of [start, end])
    if (outcome !== 'converged') return refuse({ code: 'noRest', outcome })
  return ok({ changeMm: perCorner((_, i) => solver.travelMm[i]! - startMm[i]!) })
}
