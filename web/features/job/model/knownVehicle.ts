import type { Job } from '@anklet/contract'
import { withVolumes } from '@anklet/core/measuring/leakdown'
import type { GuessShares, VehicleGeometry } from '@anklet/core/base/vehicle'
import { completeGeometry, guessShares } from '@anklet/core/base/vehicle'

/**
 * A car as the arithmetic takes it: the figures of its type, what it taught about itself, and how
 * much all that leaves open.
 */
export interface KnownVehicle extends GuessShares {
  readonly vehicle: VehicleGeometry
}

/** The one car of a job. A night it learned from replaces the guess about its volumes. */
export function knownVehicle({
  vehicle: car,
  vehicleType,
}: Pick<Job, 'vehicle' | 'vehicleType'>): KnownVehicle {
  const geometry = completeGeometry(vehicleType.geometry)
  const shares = guessShares(vehicleType.guesses)
  return car.lesson
    ? { vehicle: withVolumes(geometry, car.lesson.factor), ...shares, coldShare: car.lesson.share }
    : { vehicle: geometry, ...shares }
}
