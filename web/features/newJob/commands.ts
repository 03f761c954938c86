import type { CommandPayload } from '@anklet/contract'

/** A car that was never here, as it is tapped and typed. */
export interface TypedCar {
  /** Null: its type is not tapped yet. */
  readonly typeId: string | null
  readonly note: string
}

/** Takes a car in that was never here; what has no type the check refuses. */
export const takeIn = (
  vehicleId: string,
  plate: string,
  { typeId, note }: TypedCar,
): CommandPayload<'vehicle.save'> => ({
  vehicleId,
  typeId: typeId ?? '',
  plate: plate.trim(),
  note: note.trim(),
})
