import type { CommandPayload, Vehicle } from '@anklet/contract'
import type { Intention } from '../../client/queries.ts'
import { tidyVin } from '@anklet/core/base/vehicle'

/** A car as it is typed. */
export interface TypedVehicle {
  readonly plate: string
  readonly vin: string
  readonly note: string
  /** A day; empty: not known. */
  readonly firstUsed: string
}

/** A car as the form shows it. */
export const typedVehicle = ({ plate, vin, note, firstUsed }: Vehicle): TypedVehicle => ({
  plate,
  vin,
  note,
  firstUsed: firstUsed ?? '',
})

/** Changes what a car is besides its heights. */
export const changeVehicle = (
  { id: vehicleId, typeId }: Vehicle,
  { plate, vin, note, firstUsed }: TypedVehicle,
): CommandPayload<'vehicle.save'> => ({
  vehicleId,
  typeId,
  plate: plate.trim(),
  vin: tidyVin(vin),
  note: note.trim(),
  firstUsed: firstUsed === '' ? null : firstUsed,
})

/** Erases what tells whose a car is. */
export const eraseOwner = (
  { id: vehicleId, version }: Vehicle,
  reason: string,
): Intention<'vehicle.erase'> => ({
  payload: { vehicleId, reason: reason.trim() },
  baseVersion: version,
})
