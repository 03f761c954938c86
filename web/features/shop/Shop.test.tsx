import type { Shop as ShopRecord } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { Shop } from './Shop.tsx'

const shop: ShopRecord = {
  version: 4,
  name: 'Pasture Lane',
  units: { length: 'mm', pressure: 'bar', temperature: 'degC' },
}
const settings = { hour: 2, folder: null, keep: 7 }
const backups = {
  settings,
  folder: '/records/backups',
  backups: [],
  doing: null,
  fault: null,
  restored: null,
  lastGoodAt: null,
  due: false,
}

let page: Formed
beforeEach(async () => {
  page = putForm(<Shop />, { '/api/shop': shop, '/api/people': [], '/api/backups': backups })
  await screen.findByLabelText('Name of the shop')
})
const isDisabled = (name: string): boolean =>
  screen.getByRole('button', { name }).hasAttribute('disabled')
const sent = async (): Promise<unknown> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}

describe('the shop', () => {
  test('gets another name; the units stay as they are', async () => {
    expect(isDisabled('Keep')).toBe(true)
    type('Name of the shop', '  Meadow Lane ')
    tap('Keep')
    expect(await sent()).toMatchObject({
      type: 'shop.change',
      baseVersion: 4,
      payload: { name: 'Meadow Lane', units: shop.units },
    })
  })
  test('counts in other units from a tap on', async () => {
    tap('psi')
    expect(await sent()).toMatchObject({
      baseVersion: 4,
      payload: { name: 'Pasture Lane', units: { ...shop.units, pressure: 'psi' } },
    })
  })
  test('says what an hour costs: a decimal comma, the currency in capitals, its tax', async () => {
    expect(isDisabled('Keep the rate')).toBe(true)
    type('An hour of work costs', '96,50')
    type('in', 'chf')
    type('tax, %', '7.7')
    tap('Keep the rate')
    expect(await sent()).toMatchObject({
      payload: { rate: { perHour: 96.5, currency: 'CHF', taxPercent: 7.7 } },
    })
  })
  test.each([
    ['An hour of work costs', '-3', 'An hour must cost something: a figure above 0.'],
    ['An hour of work costs', 'ninety', 'An hour must cost something: a figure above 0.'],
    ['in', 'E1', 'A currency is three letters, such as EUR.'],
    ['tax, %', '101', 'Tax is between 0 and 100 per cent.'],
  ])('%s of "%s" is refused at its field, and nothing is sent', async (label, text, sentence) => {
    type('An hour of work costs', '90')
    type(label, text)
    tap('Keep the rate')
    await screen.findByText(sentence)
    expect(screen.getByLabelText(label).getAttribute('aria-invalid')).toBe('true')
    expect(page.commands).toEqual([])
    // Put right, the sentence goes.
    type(label, label === 'in' ? 'EUR' : '20')
    await waitFor(() => expect(screen.queryByText(sentence)).toBeNull())
  })
  test('keeps backups as it is told, and refuses none at all while it is typed', async () => {
    type('How many are kept', '0')
    await screen.findByText('How many are kept is a whole number from 1 to 365.')
    expect(isDisabled('Keep this')).toBe(true)
    type('How many are kept', '30')
    type('Every day from', '23')
    type(/^Folder on the shop/, ' /mnt/other ')
    await waitFor(() => expect(isDisabled('Keep this')).toBe(false))
    tap('Keep this')
    expect(await sent()).toMatchObject({
      baseVersion: 4,
      payload: { backup: { hour: 23, folder: '/mnt/other', keep: 30 } },
    })
  })
  test('says what the server refuses, and keeps what is typed', async () => {
    page.refuse('Somebody else changed this meanwhile.')
    type('Name of the shop', 'Meadow Lane')
    tap('Keep')
    await screen.findByText('Somebody else changed this meanwhile.')
    expect(screen.getByLabelText<HTMLInputElement>('Name of the shop').value).toBe('Meadow Lane')
  })
})
