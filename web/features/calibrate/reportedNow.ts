import type { PerCorner } from '@anklet/core/base/vehicle'
import { CORNERS, perCorner } from '@anklet/core/base/vehicle'
import { valueAt } from '../job/link/signals.ts'
import type { CarLive } from '../job/link/carLive.ts'

/** What the module says at the link; null where it says nothing: not heard, or asleep. */
export function reportedNow(car: CarLive | null): PerCorner<number | null> | null {
  if (!car?.live.heard) return null
  const said = perCorner((corner) =>
    valueAt(car.status.identity.channels, car.frame, 'height', corner),
  )
  return CORNERS.some((corner) => said[corner] !== null) ? said : null
}
