import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { NewJob } from './NewJob.tsx'

const { vehicle, vehicleType } = jobOf()
const known = { ...vehicle, id: RECORD_ID, plate: 'TQ 418', typeId: RECORD_ID, note: 'Van of A.' }
const types = [{ ...vehicleType, id: RECORD_ID, name: 'Sample' }]
const put = async (kinds: readonly unknown[] = types): Promise<Formed> => {
  const page = putForm(<NewJob />, { '/api/vehicles': [known], '/api/vehicle-types': kinds })
  await screen.findByLabelText('Plate')
  return page
}

test('a car that is known is opened a job on with one tap, and only one', async () => {
  const page = await put()
  type('Plate', 'tq4')
  tap(/^TQ 418/)
  tap(/^TQ 418/)
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({ type: 'job.open', payload: { vehicleId: RECORD_ID } })
})

test('one that was never here is taken in, then its job is opened', async () => {
  const page = await put()
  type('Plate', ' vs 77 k ')
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
  tap('Sample')
  type(/^Whose it is/, 'B.')
  tap('Take it in')
  await screen.findByText('A car with this plate is on record.')
  expect(screen.getByLabelText<HTMLInputElement>(/^Whose it is/).value).toBe('B.')
})

test('without a vehicle type the way leads to the shelf first', async () => {
  await put([])
  type('Plate', 'VS 77 K')
  expect(screen.getByRole('link', { name: 'Enter a vehicle type' }).getAttribute('href')).toBe(
    '/shelf/types/new',
  )
})
