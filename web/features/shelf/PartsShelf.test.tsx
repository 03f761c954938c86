import type { Part } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { PartsShelf } from './PartsShelf.tsx'

const vehicleType = { ...jobOf().vehicleType, id: RECORD_ID }
const bellows: Part = {
  id: '00000000-0000-4000-8000-0000000000b1',
  version: 3,
  typeId: RECORD_ID,
  kind: 'spring',
  axle: 'rear',
  name: 'Bellows',
  number: 'B 7',
  cost: 410.5,
  hours: 2,
  pairHours: null,
  leadDays: 3,
  life: { shape: 2.8, scaleYears: 9 },
}

let page: Formed
beforeEach(async () => {
  page = putForm(<PartsShelf />, {
    '/api/vehicle-types': [vehicleType],
    '/api/parts': [bellows],
    '/api/shop': { rate: { currency: 'EUR', perHour: 90 } },
  })
  await screen.findByRole('button', { name: /^Bellows/ })
})
const fill = (texts: Readonly<Record<string, string>>): void => {
  for (const [label, text] of Object.entries(texts)) type(new RegExp(`^${label}`), text)
}
const sent = async (): Promise<unknown> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}

describe('a new part', () => {
  beforeEach(() => {
    tap('Another part')
    fill({ Name: 'Bellows', Price: '548,50', Work: '2.5', 'What its maker': '  Two years ' })
  })
  test('without a life is kept as the shop has seen it, and its form closes', async () => {
    fill({ 'Until it is here': '3' })
    tap('Keep it so')
    tap('Keep it so')
    expect(await sent()).toMatchObject({
      type: 'part.save',
      baseVersion: null,
      payload: {
        typeId: RECORD_ID,
        kind: 'spring',
        axle: null,
        name: 'Bellows',
        number: '',
        cost: 548.5,
        hours: 2.5,
        pairHours: null,
        leadDays: 3,
        life: null,
        warranty: 'Two years',
      },
    })
    await waitFor(() => expect(screen.queryByLabelText('Name')).toBeNull())
  })
  test('with a life has both of its figures', async () => {
    fill({ 'Lasts about': '9', 'How it wears': '2,8', 'Both sides': '4' })
    type('For', 'front')
    tap('Keep it so')
    expect(await sent()).toMatchObject({
      payload: { axle: 'front', pairHours: 4, life: { shape: 2.8, scaleYears: 9 } },
    })
  })
  test.each([
    ['Name', ' ', 'A part needs a name.'],
    ['Price', '-3', 'A price is a figure from 0 up.'],
    ['Price', '1e9', 'A price is a figure from 0 up.'],
    ['Work', 'two', 'Hours are figures from 0 to 500.'],
    ['Both sides', '501', 'Hours are figures from 0 to 500.'],
    ['Until it is here', '2.5', 'The days until it is here are a whole figure from 0 to 730.'],
    ['Lasts about', '9', /^A life needs both/],
    ['How it wears', '2', /^A life needs both/],
  ])('%s of "%s" is refused', async (label, text, sentence) => {
    fill({ [label]: text })
    tap('Keep it so')
    await screen.findByText(sentence)
    expect(page.commands).toEqual([])
  })
})

describe('a part that is on the shelf', () => {
  beforeEach(() => tap(/^Bellows/))
  test('stands in its form as it is, and is changed as it was looked at', async () => {
    const form = within(screen.getByRole('form', { name: 'Bellows' }))
    expect(form.getByLabelText<HTMLInputElement>(/^Lasts about/).value).toBe('9')
    expect(form.getByLabelText<HTMLInputElement>(/^Both sides/).value).toBe('')
    fill({ Price: '420' })
    tap('Keep it so')
    const { id, version, ...rest } = bellows
    expect(await sent()).toMatchObject({
      baseVersion: version,
      payload: { partId: id, ...rest, cost: 420 },
    })
  })
  test('is taken off', async () => {
    tap('Take it off the shelf')
    expect(await sent()).toMatchObject({ type: 'part.drop', payload: { partId: bellows.id } })
  })
  test('says what the server refuses', async () => {
    page.refuse('Somebody else changed it meanwhile.')
    tap('Keep it so')
    await screen.findByText('Somebody else changed it meanwhile.')
  })
})
