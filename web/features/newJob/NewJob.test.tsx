import { jobOf } from '@anklet/language/test/records'
import { cleanup, screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { carsFound, putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { NewJob } from './NewJob.tsx'
import { useNewCar } from './typed.ts'

const { vehicle, vehicleType } = jobOf()
const known = { ...vehicle, id: RECORD_ID, plate: 'TQ 418', typeId: RECORD_ID, note: 'Van of A.' }
const types = [{ ...vehicleType, id: RECORD_ID, name: 'Sample' }]
const put = async (
  kinds: readonly unknown[] = types,
  cars: readonly (typeof known)[] = [known],
): Promise<Formed> => {
  const page = putForm(<NewJob />, {
    '/api/vehicles/list': carsFound(cars),
    '/api/vehicle-types': kinds,
  })
  await screen.findByLabelText('Plate')
  return page
}

beforeEach(() => useNewCar.setState({ byKey: {} }))

test('a car that is known is opened a job on with one tap, and only one', async () => {
  const page = await put()
  type('Plate', 'tq4')
  await screen.findByRole('button', { name: /^TQ 418/ })
  tap(/^TQ 418/)
  tap(/^TQ 418/)
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({ type: 'job.open', payload: { vehicleId: RECORD_ID } })
})

test('one that was never here is taken in, then its job is opened', async () => {
  const page = await put()
  type('Plate', ' vs 77 k ')
  await screen.findByRole('button', { name: 'Take it in' })
  const take = screen.getByRole('button', { name: 'Take it in' })
  expect(take.hasAttribute('disabled')).toBe(true)
  tap('Sample')
  type(/^Whose it is/, ' B., bay 2 ')
  tap('Take it in')
  tap('Take it in')
  await waitFor(() => expect(page.commands).toHaveLength(2))
  const [saved, opened] = page.commands
  expect(saved).toMatchObject({
    type: 'vehicle.save',
    baseVersion: null,
    payload: { typeId: RECORD_ID, plate: 'vs 77 k', note: 'B., bay 2' },
  })
  expect(opened).toMatchObject({
    type: 'job.open',
    payload: { vehicleId: (saved!.payload as { vehicleId: string }).vehicleId },
  })
})

test('a refusal is said, and what was typed stays', async () => {
  const page = await put()
  page.refuse('A car with this plate is on record.')
  type('Plate', 'VS 77 K')
  await screen.findByRole('button', { name: 'Take it in' })
  tap('Sample')
  type(/^Whose it is/, 'B.')
  tap('Take it in')
  await screen.findByText('A car with this plate is on record.')
  expect(screen.getByLabelText<HTMLInputElement>(/^Whose it is/).value).toBe('B.')
})

test('on an empty shelf it is taken for a car of its size, every figure a guess, heights too', async () => {
  const page = await put([])
  type('Plate', 'vs 77 k')
  await screen.findByRole('button', { name: 'Take it in' })
  const take = screen.getByRole('button', { name: 'Take it in' })
  tap('Rear only')
  expect(take.hasAttribute('disabled')).toBe(true)
  tap('Estate or SUV')
  tap('Take it in')
  await waitFor(() => expect(page.commands).toHaveLength(3))
  const [type_, vehicle_, opened] = page.commands
  expect(type_).toMatchObject({
    type: 'vehicleType.save',
    payload: {
      name: 'Air rear only, Estate or SUV',
      architecture: { air: { front: 'none', rear: 'bellows' } },
      guesses: expect.arrayContaining(['rear.designHeightMm', 'vehicle.wheelbaseMm']),
    },
  })
  const { typeId } = type_!.payload as { typeId: string }
  expect(vehicle_).toMatchObject({ type: 'vehicle.save', payload: { typeId, plate: 'vs 77 k' } })
  expect(opened).toMatchObject({ type: 'job.open' })
})

test('tapped otherwise after a refusal, what it is taken for is changed, not left as it was', async () => {
  const page = await put([])
  page.refuse('A car with this plate is on record.', 'vehicle.save')
  type('Plate', 'VS 77 K')
  await screen.findByRole('button', { name: 'Take it in' })
  tap('Rear only')
  tap('Van')
  tap('Take it in')
  await screen.findByText('A car with this plate is on record.')
  page.refuse(null)
  tap('Take it in')
  await waitFor(() => expect(page.commands).toHaveLength(4))
  const types = () => page.commands.filter((command) => command.type === 'vehicleType.save')
  expect(types()).toHaveLength(1)

  cleanup()
  useNewCar.setState({ byKey: {} })
  const other = await put([])
  other.refuse('A car with this plate is on record.', 'vehicle.save')
  type('Plate', 'VS 77 K')
  await screen.findByRole('button', { name: 'Take it in' })
  tap('Rear only')
  tap('Van')
  tap('Take it in')
  await screen.findByText('A car with this plate is on record.')
  other.refuse(null)
  tap('Small car')
  tap('Take it in')
  await waitFor(() => expect(other.commands).toHaveLength(5))
  const [first, , second] = other.commands
  expect(second).toMatchObject({
    type: 'vehicleType.save',
    baseVersion: 2,
    payload: {
      typeId: (first!.payload as { typeId: string }).typeId,
      name: 'Air rear only, Small car',
    },
  })
})

test('what was typed stands again when the page comes back', async () => {
  await put([])
  type('Plate', 'VS 77 K')
  await screen.findByRole('button', { name: 'Take it in' })
  tap('Front only')
  cleanup()
  await put([])
  expect(screen.getByLabelText<HTMLInputElement>('Plate').value).toBe('VS 77 K')
  await screen.findByRole('button', { name: 'Front only' })
  expect(screen.getByRole('button', { name: 'Front only' }).getAttribute('aria-pressed')).toBe(
    'true',
  )
})

test('of many cars some stand there, and it is said how many more hold what is typed', async () => {
  const cars = Array.from({ length: 30 }, (_, n) => ({
    ...known,
    id: `${n}`,
    plate: `TQ ${100 + n}`,
  }))
  await put(types, cars)
  await screen.findByText('6 more hold that. Type more of the plate, and fewer stand here.')
  type('Plate', 'tq 129')
  await screen.findByRole('button', { name: /^TQ 129/ })
  await waitFor(() => expect(screen.queryByText(/more hold that/)).toBeNull())
  expect(screen.queryByRole('button', { name: 'Take it in' })).toBeNull()
})
