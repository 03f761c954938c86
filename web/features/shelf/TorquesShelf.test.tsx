import type { Torque } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { TorquesShelf } from './TorquesShelf.tsx'

const wheel: Torque = {
  id: '00000000-0000-4000-8000-0000000000c1',
  version: 2,
  typeId: RECORD_ID,
  fastener: 'wheel',
  minNm: 135.58,
  maxNm: 149.82,
  thenDegrees: null,
  unit: 'lbf.ft',
  source: 'Sheet 3',
  date: '2026-11-01',
}

let page: Formed
const put = async (torques: readonly Torque[]): Promise<void> => {
  page = putForm(<TorquesShelf />, {
    '/api/vehicle-types': [{ ...jobOf().vehicleType, id: RECORD_ID }],
    '/api/torques': torques,
    '/api/procedures': { version: 1, book: null, way: {} },
  })
  await screen.findByRole('button', { name: 'Enter a torque' })
}
const fill = (texts: Readonly<Record<string, string>>): void => {
  for (const [label, text] of Object.entries(texts)) type(new RegExp(`^${label}`), text)
}
const sent = async (): Promise<unknown> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}

describe('a new torque', () => {
  beforeEach(async () => {
    await put([])
    tap('Enter a torque')
    type('Fastener', 'wheel')
    fill({ 'At least': '110', 'Where it is': 'Sheet 3', 'As of': '2026-11-01' })
  })
  test('of one figure is at least and at most the same', async () => {
    tap('Keep it so')
    expect(await sent()).toMatchObject({
      type: 'torque.save',
      payload: {
        typeId: RECORD_ID,
        fastener: 'wheel',
        minNm: 110,
        maxNm: 110,
        thenDegrees: null,
        unit: 'N.m',
        source: 'Sheet 3',
        date: '2026-11-01',
      },
    })
  })
  test('in the other unit is kept in N.m, with the unit it was entered in', async () => {
    type('In', 'lbf.ft')
    fill({ 'At least': '100', 'At most': '110,5', 'Then turned': '90' })
    tap('Keep it so')
    expect(await sent()).toMatchObject({
      payload: { minNm: 135.58, maxNm: 149.82, thenDegrees: 90, unit: 'lbf.ft' },
    })
  })
  test.each([
    ['At least', 'tight', 'A torque is a figure, in N.m.'],
    ['At most', '90', 'The least, 110, is above the most, 90. Are they swapped?'],
    ['At least', '9000', /that comes to 9000 to 9000 N\.m\. Is the unit right/],
    ['Then turned', '900', 'Degrees lie between 1 and 720.'],
    ['Where it is', ' ', 'Say where it is written: a torque without a source is a guess.'],
    ['As of', '', 'Say as of which day.'],
  ])('%s of "%s" is refused', async (label, text, sentence) => {
    fill({ [label]: text })
    tap('Keep it so')
    expect((await screen.findAllByText(sentence)).length).toBeGreaterThan(0)
    expect(page.commands).toEqual([])
  })
})

describe('a torque that is on the sheet', () => {
  beforeEach(async () => {
    await put([wheel])
    tap(/Sheet 3/)
  })
  test('is shown in the unit it was entered in, and changed as it was looked at', async () => {
    expect(screen.getByLabelText<HTMLInputElement>(/^At least/).value).toBe('100')
    expect(screen.queryByLabelText('Fastener')).toBeNull()
    fill({ 'Where it is': 'Sheet 4' })
    tap('Keep it so')
    expect(await sent()).toMatchObject({
      baseVersion: 2,
      payload: { torqueId: wheel.id, fastener: 'wheel', unit: 'lbf.ft', source: 'Sheet 4' },
    })
  })
  test('is taken off', async () => {
    tap('Take it off the sheet')
    expect(await sent()).toMatchObject({ type: 'torque.drop', payload: { torqueId: wheel.id } })
  })
})
