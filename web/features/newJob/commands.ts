import type { CommandPayload } from '@anklet/contract'
import type { StartingAir } from '@anklet/core/base/starting'
import { startingVehicle } from '@anklet/core/base/starting'
import type { VehicleClass } from '@anklet/core/base/vehicle'
import { STARTING_AIR_WORDS, startingName } from '@anklet/language/shop/starting'
import { CLASS_WORDS } from '@anklet/language/shop/types'
import type { Intention } from '../../client/queries.ts'

/** A car that was never here, as it is tapped and typed. */
export interface TypedCar {
  readonly plate: string
  /** Null: its type is not on the shelf, or not tapped yet. */
  readonly typeId: string | null
  /** Where it has air, of a car whose type is not on the shelf; null: not tapped. */
  readonly air: StartingAir | null
  /** How large it is, likewise. */
  readonly size: VehicleClass | null
  readonly note: string
}

/** Nothing of it yet. */
export const NOTHING_TYPED: TypedCar = { plate: '', typeId: null, air: null, size: null, note: '' }

/** Whether enough is tapped to take a car in. */
export const isKnownEnough = ({ typeId, air, size }: TypedCar): boolean =>
  typeId !== null || (air !== null && size !== null)

/**
 * Makes what a car is taken for whose type is not on the shelf: guesses of its class, said to be
 * such. Null where its type was tapped.
 * @param taken names on the shelf
 */
export function takenFor(
  typeId: string,
  { typeId: known, air, size }: TypedCar,
  taken: readonly string[],
): Intention<'vehicleType.save'> | null {
  if (known !== null || air === null || size === null) return null
  const words = `air ${STARTING_AIR_WORDS[air].toLowerCase()}, ${CLASS_WORDS[size]}`
  return {
    payload: {
      typeId,
      name: startingName(words, taken),
      source: `Taken in without papers: every figure is a guess of its class (${words}).`,
      ...startingPayload(air, size),
    },
  }
}

function startingPayload(
  air: StartingAir,
  size: VehicleClass,
): Pick<CommandPayload<'vehicleType.save'>, 'architecture' | 'geometry' | 'guesses'> {
  const { architecture, geometry, guesses } = startingVehicle(air, size)
  return {
    architecture,
    geometry,
    guesses: [...guesses],
  }
}

/** Takes a car in that was never here. @param typeId of its type, on the shelf by then */
export const takeIn = (
  vehicleId: string,
  typeId: string,
  { plate, note }: TypedCar,
): Intention<'vehicle.save'> => ({
  payload: { vehicleId, typeId, plate: plate.trim(), note: note.trim() },
})
