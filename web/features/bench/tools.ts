import type { Result } from '@anklet/core/base/result'
import type { EquilibriumAnswer, EquilibriumRefusal } from '@anklet/core/physics/pneumatics'
import { airAtOffset, buildRig, equilibrium } from '@anklet/core/physics/pneumatics'
import type { PerCorner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { CORNERS, hasAir, perCorner } from '@anklet/core/base/vehicle'

/** What is changed about a standing car. */
export interface StanceChange {
  /** Air left in each spring, share of its design amount. */
  readonly airShare: PerCorner<number>
  /** Load added over each wheel, N. */
  readonly payloadN: PerCorner<number>
  readonly temperatureC: number
}

/** A car as it was designed: all its air, nobody in it, 20 degC. */
export const AS_DESIGNED: StanceChange = {
  airShare: perCorner(() => 1),
  payloadN: perCorner(() => 0),
  temperatureC: 20,
}

/** Where a car comes to rest when some of its air is gone or some load is added, the module off. */
export function stanceOf(
  vehicle: VehicleGeometry,
  { airShare, payloadN, temperatureC }: StanceChange,
): Result<EquilibriumAnswer, EquilibriumRefusal> {
  const design = airAtOffset(buildRig(vehicle), 293.15)
  if (!design.ok) return design
  const airBarL = Object.fromEntries(
    CORNERS.flatMap((corner, i) =>
      hasAir(vehicle.corners[corner]) ? [[corner, design.value[i]! * airShare[corner]]] : [],
    ),
  )
  return equilibrium({ vehicle, temperatureC, airBarL, payloadN })
}

/** Readings typed in a row, separated by spaces, semicolons or slashes. @returns null when one of them is no number. */
export function readList(text: string, parse: (text: string) => number | null): number[] | null {
  const values = text
    .split(/[\s;/]+/)
    .filter(Boolean)
    .map(parse)
  return values.length > 0 && values.every((value) => value !== null) ? values : null
}
