import { screen, waitFor, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { useCalibrations } from '../../client/state/calibrations.ts'
import { putForm, tap } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { Calibrate } from './Calibrate.tsx'

const NAMES = ['Front left', 'Front right', 'Rear right', 'Rear left']

const fillIn = (legend: RegExp, heights: readonly string[]): void => {
  const fields = within(screen.getByRole('group', { name: legend }))
  for (const [i, height] of heights.entries()) {
    const field = fields.getByLabelText<HTMLInputElement>(NAMES[i]!)
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
    set.call(field, height)
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
}
// It kneels first: forty under its design height.
const ALL = ['440', '441', '439', '440']

beforeEach(() => useCalibrations.getState().drop('j'))

test('a level is taken only with the whole tape and something the module reports', async () => {
  putForm(<Calibrate job={jobOf()} />, { '/api/devices': [] })
  tap('Take this level')
  expect((await screen.findByRole('alert')).textContent).toBe(
    'Front left: type what the tape says there.',
  )
  fillIn(/^The tape/, ALL)
  tap('Take this level')
  expect((await screen.findByRole('alert')).textContent).toMatch(
    /^Nothing of what the module reports/,
  )
  fillIn(/^What the module reports/, ['430', 'about 4'])
  tap('Take this level')
  expect((await screen.findByRole('alert')).textContent).toMatch(
    /^Type what the module reports as figures/,
  )
  expect(useCalibrations.getState().byKey['j']?.visits ?? []).toEqual([])
  fillIn(/^What the module reports/, ['430', '', '', '440'])
  tap('Take this level')
  await waitFor(() => expect(useCalibrations.getState().byKey['j']?.visits).toHaveLength(1))
  expect(useCalibrations.getState().byKey['j']!.visits[0]).toMatchObject({
    tapeMm: { FL: 440, FR: 441, RR: 439, RL: 440 },
    reportedMm: { FL: 430, FR: null, RR: null, RL: 440 },
  })
})

test('a level that tape or module calls another one is taken only when somebody insists', async () => {
  putForm(<Calibrate job={jobOf()} />, { '/api/devices': [] })
  fillIn(/^The tape/, ['480', '481', '479', '480'])
  fillIn(/^What the module reports/, ALL)
  tap('Take this level')
  expect((await screen.findByRole('alert')).textContent).toBe(
    'This is the visit of kneel, and by the tape it stands at road, by the module at kneel. ' +
      'Bring it to kneel and let it settle, or look at the readings again.',
  )
  expect(useCalibrations.getState().byKey['j']?.visits ?? []).toEqual([])
  tap('It was brought to kneel: take it so')
  await waitFor(() => expect(useCalibrations.getState().byKey['j']?.visits).toHaveLength(1))
})

test('written down without teaching it says so, and names nothing that was typed into the module', async () => {
  const { commands } = putForm(<Calibrate job={jobOf()} />, { '/api/devices': [] })
  fillIn(/^The tape/, ALL)
  fillIn(/^What the module reports/, ['430', '441', '439', '440'])
  tap('Take this level')
  tap('That is enough')
  tap('Write it down without teaching')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'proof.record',
    payload: { jobId: 'j', content: { kind: 'calibrated', taught: 'no', typedMm: [] } },
  })
  await waitFor(() => expect(useCalibrations.getState().byKey['j']).toBeUndefined())
})
