import { singleFaults } from '../diagnosis/index.ts'
import type { Architecture, Axle, Corner } from '../../base/vehicle/index.ts'
import {
  AXLE_CORNERS,
  AXLE_OF,
  AXLES,
  CORNERS,
  hasAirAtCorner,
  hasAirOnAxle,
} from '../../base/vehicle/index.ts'

/** Something that belongs to a car of a type. */
export interface OfType {
  readonly vehicleType: { readonly architecture: Architecture }
}

/** What failed, as far as a strategy asks: springs at corners, the pump, or both. */
export interface Failed {
  readonly springs: readonly Corner[]
  readonly pump: boolean
}

/** The axle a decision is about: that of the springs that failed, the front before the rear. */
export const axleOf = ({ springs }: Failed, { vehicleType }: OfType): Axle =>
  AXLES.find((axle) => springs.some((corner) => AXLE_OF[corner] === axle)) ??
  AXLES.find((axle) => hasAirOnAxle(vehicleType.architecture, axle)) ??
  'rear'

/** The springs of its axle that failed. */
export const springsOn = ({ springs }: Failed, axle: Axle): readonly Corner[] =>
  AXLE_CORNERS[axle].filter((corner) => springs.includes(corner))

/** The corner a decision is filed under. */
export const cornerOf = (failed: Failed, job: OfType): Corner => {
  const axle = axleOf(failed, job)
  return springsOn(failed, axle)[0] ?? AXLE_CORNERS[axle][0]
}

/** Causes that ask for a spring, and for a pump. */
const SPRINGS = new Set(['springLeak', 'springTorn', 'springValveSeat', 'buckled'])
const PUMPS = new Set(['pumpWorn', 'pumpSeized', 'pumpNoisy', 'checkValve'])

/** What a finding failed, where there is a choice between schools; null: it is mended, and that is that. */
export function failedBy(cause: string, { vehicleType }: OfType): Failed | null {
  const faults = singleFaults(cause)
  const springs = CORNERS.filter(
    (corner) =>
      hasAirAtCorner(vehicleType.architecture, corner) &&
      faults.some(({ base, place }) => SPRINGS.has(base) && place === corner),
  )
  const pump = faults.some(({ base }) => PUMPS.has(base))
  return springs.length > 0 || pump ? { springs, pump } : null
}
