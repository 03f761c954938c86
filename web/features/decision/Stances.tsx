import { marksOf } from './model.ts'
import { beamWords, balanceWords } from '@anklet/language/repair/coils'
import type { FittedCoil } from '@anklet/core/reasoning/conversion'
import { levelledStance, withCoils } from '@anklet/core/reasoning/conversion'
import type { DisplayUnits } from '@anklet/core/base/units'
import { UNIT_LABEL } from '@anklet/core/base/units'
import type { Axle, VehicleGeometry } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, GRAVITY, perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { Strip } from '../../kit/Strip.tsx'
import { allJoins } from '@anklet/language/heights/joins'

interface StanceProps {
  readonly vehicle: VehicleGeometry
  readonly fit: FittedCoil
  readonly axle: Axle
  /** Over the axle. */ readonly ladenKg: number
  readonly towKg: number
  readonly units: DisplayUnits
}

/**
 * How the vehicle stands on a coil, empty, laden and towing, and what that does to its balance and
 * its headlamps.
 */
export function Stances({ vehicle, fit, axle, ladenKg, towKg, units }: StanceProps): ReactNode {
  const converted = withCoils(
    vehicle,
    Object.fromEntries(AXLE_CORNERS[axle].map((corner) => [corner, fit])),
  )
  const stand = (kg: number) =>
    levelledStance(
      converted,
      vehicle,
      perCorner((corner) => (AXLE_CORNERS[axle].includes(corner) ? (kg * GRAVITY) / 2 : 0)),
    )
  const [empty, full, towing] = [stand(0), stand(ladenKg), stand(ladenKg + towKg)]
  if (!empty.ok || !full.ok || !towing.ok)
    return <p className="wrong">With these figures the vehicle finds no place to rest.</p>
  const columns = perCorner((corner) => ({
    designMm: vehicle.corners[corner].designHeightMm,
    marks: marksOf(
      empty.value.heightMm[corner],
      full.value.heightMm[corner],
      towKg > 0 ? towing.value.heightMm[corner] : null,
      units,
    ),
  }))
  const off = perCorner(
    (corner) => full.value.heightMm[corner] - vehicle.corners[corner].designHeightMm,
  )
  return (
    <section aria-label="How it stands on them" className="grid gap-2">
      <Strip
        corners={columns}
        joins={allJoins(off, units)}
        units={units}
        heightPx={230}
        label="On these coils: empty, and laden"
      />
      <p className="text-small">{balanceWords(vehicle, converted, axle)}</p>
      <p className="text-small">
        Headlamp beam: empty {beamWords(empty.value.beamCmAt10M, units)}, laden{' '}
        {beamWords(full.value.beamCmAt10M, units)}
        {towKg > 0 ? `, towing ${beamWords(towing.value.beamCmAt10M, units)} (dashed)` : ''}.
        Heights in {UNIT_LABEL[units.length]}; an axle that keeps its air is levelled.
      </p>
    </section>
  )
}
