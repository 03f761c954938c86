import { buildOptions, USUAL_LIVES } from '@anklet/core/reasoning/strategy'
import { jobOf } from '@anklet/language/test/records'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, RECORD_ID } from '../../test/form.tsx'
import { totalsOf } from '../job/papers/estimate.ts'
import { Prices } from './Prices.tsx'

const MM = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const shop = { id: RECORD_ID, version: 3, name: 'Shop', units: MM }
const job = jobOf()

const options = buildOptions({
  failed: { springs: 1, pump: false },
  axle: 'rear',
  mendNow: null,
  architecture: {
    air: { front: 'none', rear: 'bellows' },
    damping: { front: 'plain', rear: 'plain' },
  },
  priced: {},
  lives: USUAL_LIVES,
  ages: { otherYears: 8, pumpYears: 8 },
  labourPerHour: null,
  leak: { minutesPerDay: 30, normalMinutesPerDay: 4, daysBeforeRepair: 30 },
  waitYears: 0.5,
}).options

const fill = (form: HTMLElement, label: RegExp, value: string): void => {
  fireEvent.change(within(form).getByLabelText(label), { target: { value } })
}

test('the hour and each part that has no price are asked for in place', async () => {
  const page = putForm(<Prices job={job} shop={shop} axle="rear" options={options} />)
  fireEvent.click(screen.getByText(/^Prices/))
  fireEvent.change(screen.getByLabelText('An hour of work costs'), { target: { value: '95' } })
  fireEvent.click(screen.getByRole('button', { name: 'Keep the rate' }))
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    type: 'shop.change',
    baseVersion: 3,
    payload: { name: 'Shop', rate: { perHour: 95, currency: 'EUR' } },
  })
  const spring = screen.getByRole('form', { name: 'air spring' })
  fill(spring, /^Price of one/, '480')
  fill(spring, /^Work for one/, '2,5')
  fireEvent.click(within(spring).getByRole('button', { name: 'Enter it' }))
  await screen.findByText('Whole days; 0 where it is here.')
  expect(page.commands).toHaveLength(1)
  fill(spring, /^Here in/, '3')
  fireEvent.click(within(spring).getByRole('button', { name: 'Enter it' }))
  await waitFor(() => expect(page.commands).toHaveLength(2))
  expect(page.commands[1]).toMatchObject({
    type: 'part.save',
    payload: { kind: 'spring', axle: 'rear', cost: 480, hours: 2.5, leadDays: 3 },
  })
})

test('where everything has a price nothing is asked', () => {
  putForm(
    <Prices
      job={job}
      shop={{ ...shop, rate: { perHour: 95, currency: 'EUR' } }}
      axle="rear"
      options={[]}
    />,
  )
  expect(screen.queryByText(/^Prices/)).toBeNull()
})

test('an estimate with something unpriced comes to no sum', () => {
  const line = { words: 'air spring', hours: 2, amount: 100 }
  expect(totalsOf({ lines: [line, { ...line, amount: null }], taxPercent: 20 })).toBeNull()
  expect(totalsOf({ lines: [line, line], taxPercent: 20 })).toEqual({
    net: 200,
    tax: 40,
    total: 240,
  })
})
