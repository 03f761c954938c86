import type { Job, Part } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import { AXLE_OF } from '@anklet/core/base/vehicle'

/**
 * What a part of a plan is called on the shelf of parts; what is not there has no price, no days
 * and no warranty.
 */
export const SHELF_KIND: Readonly<Record<string, Part['kind']>> = {
  spring: 'spring',
  bellows: 'spring',
  strut: 'strut',
  shock: 'strut',
  pump: 'pump',
  relay: 'relay',
  block: 'valveBlock',
  coil: 'conversion',
  coilStrut: 'conversion',
  damper: 'conversion',
  coils: 'conversion',
}

// One for this axle before one for any; where the shelf holds several, nobody knows which was
// fitted.
function fitted(
  parts: readonly Part[],
  typeId: string,
  kind: Part['kind'],
  axle: Axle | null,
): Part | null {
  const all = parts.filter(
    (part) =>
      part.typeId === typeId &&
      part.kind === kind &&
      (axle === null || part.axle === null || part.axle === axle),
  )
  const own = all.filter((part) => part.axle !== null)
  const those = own.length > 0 ? own : all
  return those.length === 1 ? those[0]! : null
}

/**
 * What the makers of the parts that were fitted stand for, a part a line; only of parts that leave
 * no doubt which they were.
 */
export function warrantyLines(
  job: Pick<Job, 'plans' | 'work' | 'vehicleType'>,
  parts: readonly Part[],
): readonly string[] {
  const jobs = job.work.length > 0 ? (job.plans.at(-1)?.jobs ?? []) : []
  const found = jobs.flatMap(({ job: id, corners = [] }) => {
    const kind = SHELF_KIND[id]
    const axles =
      corners.length > 0 ? [...new Set(corners.map((corner) => AXLE_OF[corner]))] : [null]
    return kind ? axles.flatMap((axle) => fitted(parts, job.vehicleType.id, kind, axle) ?? []) : []
  })
  return [...new Set(found)].flatMap(({ name, number, warranty = '' }) =>
    warranty ? [`${name}${number ? `, ${number}` : ''}: ${warranty}`] : [],
  )
}
