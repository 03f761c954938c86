import type { Vehicle, VehicleDetail } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { act, screen, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { Details } from './Details.tsx'

const vehicle = {
  ...jobOf().vehicle,
  id: RECORD_ID,
  typeId: RECORD_ID,
  version: 6,
  plate: 'TQ 418',
  vin: '',
  note: 'Van of A.',
  firstUsed: '2019-04-01',
}
const detail = { vehicle, repairs: [], photos: [], odometer: [] } as unknown as VehicleDetail

let page: Formed
let show: (changed: Partial<Vehicle>) => void
function Shown(): ReactNode {
  const [shown, setShown] = useState(detail)
  show = (changed) => act(() => setShown({ ...detail, vehicle: { ...vehicle, ...changed } }))
  return <Details detail={shown} />
}
beforeEach(() => {
  page = putForm(<Shown />)
  tap('Change')
})
const standing = (label: string | RegExp): string =>
  screen.getByLabelText<HTMLInputElement>(label).value
const sent = async () => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}

test('a car is changed as it was looked at: its VIN tidied, an empty day is no day', async () => {
  type('Plate', ' TQ 419 ')
  type(/^VIN/, 'wzz 123 456 789 01234')
  type('On the road since', '')
  type(/^Notes/, ' Tows. ')
  tap('Keep it')
  tap('Keep it')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    type: 'vehicle.save',
    baseVersion: 6,
    payload: {
      vehicleId: RECORD_ID,
      typeId: RECORD_ID,
      plate: 'TQ 419',
      vin: 'WZZ12345678901234',
      note: 'Tows.',
      firstUsed: null,
    },
  })
  await screen.findByRole('button', { name: 'Change' })
})

test('a VIN with a letter that none has, or no plate, cannot be kept', () => {
  const keep = screen.getByRole('button', { name: 'Keep it' })
  type(/^VIN/, 'WZZ1234567890123O')
  expect(screen.getByText(/never I, O or Q/)).toBeDefined()
  expect(keep.hasAttribute('disabled')).toBe(true)
  type(/^VIN/, '')
  type('Plate', ' ')
  expect(keep.hasAttribute('disabled')).toBe(true)
  expect(page.commands).toEqual([])
})

test('a day of another century is refused at its field', async () => {
  type('On the road since', '1719-04-01')
  tap('Keep it')
  await screen.findByText(/is not a day of the years 1900 to 2099/)
  expect(screen.getByLabelText('On the road since').getAttribute('aria-invalid')).toBe('true')
  expect(page.commands).toEqual([])
})

test('what somebody else did first is said, and what is typed stays', async () => {
  page.refuse('Somebody else changed this car meanwhile.')
  type(/^Notes/, 'Tows.')
  tap('Keep it')
  await screen.findByText('Somebody else changed this car meanwhile.')
  expect(screen.getByLabelText<HTMLTextAreaElement>(/^Notes/).value).toBe('Tows.')
})

describe('somebody else changes the car while it is typed at', () => {
  test('another field: theirs comes in, and what is typed is kept as of the car they left', async () => {
    type(/^Notes/, 'Tows.')
    show({ version: 7, plate: 'TQ 500' })
    await waitFor(() => expect(standing('Plate')).toBe('TQ 500'))
    expect(standing(/^Notes/)).toBe('Tows.')
    tap('Keep it')
    expect(await sent()).toMatchObject({
      baseVersion: 7,
      payload: { plate: 'TQ 500', note: 'Tows.' },
    })
  })
  test('the same field: nothing is kept before somebody chooses, and mine may stand', async () => {
    type(/^Notes/, 'Tows.')
    show({ version: 7, note: 'Sold.' })
    await screen.findByText('“Sold.” was written, and you typed “Tows.”.')
    tap('Keep it')
    expect(standing(/^Notes/)).toBe('Tows.')
    expect(page.commands).toEqual([])
    tap('Go on with mine')
    tap('Keep it')
    expect(await sent()).toMatchObject({ baseVersion: 7, payload: { note: 'Tows.' } })
  })
  test('the same field: theirs may stand, and what else is typed stays', async () => {
    type(/^Notes/, '')
    type('Plate', 'TQ 501')
    show({ version: 7, note: 'Sold.' })
    await screen.findByText('“Sold.” was written, and you typed nothing.')
    tap('Take theirs')
    expect(standing(/^Notes/)).toBe('Sold.')
    expect(screen.queryByRole('button', { name: 'Take theirs' })).toBeNull()
    tap('Keep it')
    expect(await sent()).toMatchObject({
      baseVersion: 7,
      payload: { plate: 'TQ 501', note: 'Sold.' },
    })
  })
  test('after a refusal too there is a choice, of words that differ in their letters only', async () => {
    type('Plate', ' tq 502 ')
    page.refuse('Not now.')
    tap('Keep it')
    await screen.findByText('Not now.')
    show({ version: 7, plate: 'tq 502' })
    await screen.findByText(/was written/)
    tap('Take theirs')
    expect(standing('Plate')).toBe('tq 502')
  })
})
