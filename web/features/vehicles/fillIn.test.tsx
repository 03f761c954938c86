import { startingVehicle } from '@anklet/core/base/starting'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { FillIn } from './FillIn.tsx'
import { answerOf } from './fillIn.ts'

const MM = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const INCH = { length: 'inch', pressure: 'psi', temperature: 'degF' } as const
const shop = { id: RECORD_ID, version: 1, name: 'Shop', units: MM }

const { vehicleType } = jobOf()
const begun = {
  ...vehicleType,
  id: RECORD_ID,
  name: 'Air rear only, Van',
  ...startingVehicle('rear', 'van'),
}

test('asks for the figure that narrows most, and puts it in place of its guess', async () => {
  const page = putForm(<FillIn type={begun} />, { '/api/shop': shop })
  expect(screen.getByText('What does each axle weigh, empty?')).toBeTruthy()
  type('Weight, front', '1300')
  tap('Enter it')
  await screen.findByText(/That cannot be/)
  expect(page.commands).toHaveLength(0)
  type('Weight, rear', '1150')
  tap('Enter it')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  const { payload } = page.commands[0] as unknown as {
    payload: { geometry: { corners: { FL: { designLoadN: number } } }; guesses: string[] }
  }
  expect(payload.geometry.corners.FL.designLoadN).toBeCloseTo((650 - 45) * 9.80665, 6)
  expect(payload.guesses.filter((name) => name.endsWith('designLoadN'))).toEqual([])
  expect(payload.guesses).toContain('vehicle.wheelbaseMm')
})

test('gives the type its name', async () => {
  const page = putForm(<FillIn type={begun} />, { '/api/shop': shop })
  type('What its type is called', 'Quarry van')
  tap('Rename')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    payload: { name: 'Quarry van', guesses: begun.guesses },
  })
})

test('is read in the units of the shop, and a figure in another unit is refused', () => {
  const wheelbase = (whole: string, units: typeof MM | typeof INCH) =>
    answerOf('wheelbaseMm', { whole, front: '', rear: '' }, units)
  expect(wheelbase('2850', MM)).toEqual({ figure: 'wheelbaseMm', value: 2850 })
  const inches = wheelbase('112 1/4', INCH) as { value: number } | null
  expect(inches?.value).toBeCloseTo(112.25 * 25.4, 9)
  expect(wheelbase('112', MM)).toBeNull()
  expect(wheelbase('2850', INCH)).toBeNull()
  expect(wheelbase('long', MM)).toBeNull()
  const pounds = answerOf('designLoadN', { whole: '', front: '2866', rear: '2535' }, INCH)
  const kilos = answerOf('designLoadN', { whole: '', front: '1300', rear: '1150' }, MM)
  for (const axle of ['front', 'rear'] as const)
    expect((pounds as { front: number; rear: number })[axle]).toBeCloseTo(
      (kilos as { front: number; rear: number })[axle],
      -1,
    )
})
