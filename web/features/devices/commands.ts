import { sampleArchitecture, sampleVehicle } from '@anklet/core/base/samples'
import { nextPracticePlate } from '@anklet/language/plain/plates'
import type { Intention } from '../../client/queries.ts'

/** What the type with made-up figures is called. */
export const MADE_UP_NAME = 'Practice car'

/** Makes a simulated car of a type. @param plates those that are taken */
export const makePracticeCar = (
  vehicleId: string,
  typeId: string,
  plates: readonly string[],
): Intention<'vehicle.save'> => ({
  payload: {
    vehicleId,
    typeId,
    plate: nextPracticePlate(plates),
    note: 'For practice.',
    simulated: true,
  },
})

/** Makes a vehicle type with figures of no real car. */
export const makeUpType = (typeId: string): Intention<'vehicleType.save'> => ({
  payload: {
    typeId,
    name: MADE_UP_NAME,
    source: 'Made up for practice: figures of no real car.',
    architecture: sampleArchitecture(),
    geometry: sampleVehicle(),
  },
})
