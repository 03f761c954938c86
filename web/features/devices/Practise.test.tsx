import type { VehicleType } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { carsFound, putForm, tap } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { Practise } from './Practise.tsx'

const vehicles = (...plates: string[]) => ({
  '/api/vehicles/list': carsFound(
    plates.map((plate) => ({ ...jobOf().vehicle, id: plate, plate })),
  ),
})
/** Taps once the plates that are taken are known. */
const choose = async (name: string): Promise<void> => {
  await waitFor(() => expect(screen.getByRole('group').hasAttribute('disabled')).toBe(false))
  tap(name)
}
const type = (name: string): VehicleType => ({ ...jobOf().vehicleType, id: name, name })

test('a car of a type on the shelf is made as a simulated one, under the next free plate', async () => {
  const { commands } = putForm(<Practise types={[type('Sample')]} />, vehicles('SIM 1', 'T 1'))
  tap('Practise on a simulated car')
  await choose('Sample')
  tap('Sample')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'vehicle.save',
    payload: { typeId: 'Sample', plate: 'SIM 2', simulated: true },
  })
})

test('on an empty shelf a made-up type comes first, and says that it is made up', async () => {
  const { commands } = putForm(<Practise types={[]} />, vehicles())
  tap('Practise on a simulated car')
  await choose('One that is made up')
  await waitFor(() => expect(commands).toHaveLength(2))
  const [made, car] = commands
  expect(made).toMatchObject({
    type: 'vehicleType.save',
    payload: { name: 'Practice car', source: 'Made up for practice: figures of no real car.' },
  })
  expect(car).toMatchObject({
    type: 'vehicle.save',
    payload: {
      typeId: (made!.payload as { readonly typeId: string }).typeId,
      plate: 'SIM 1',
      simulated: true,
    },
  })
})

test('the made-up type is made once; a refusal is told', async () => {
  const formed = putForm(<Practise types={[type('Practice car')]} />, vehicles())
  tap('Practise on a simulated car')
  expect(screen.queryByRole('button', { name: 'One that is made up' })).toBeNull()
  formed.refuse('A plate is taken.')
  await choose('Practice car')
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('A plate is taken.'))
})
