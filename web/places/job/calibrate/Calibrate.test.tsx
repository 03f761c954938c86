import { screen, waitFor, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { useCalibrations } from '../../../state/calibrations.ts'
import { putForm, tap } from '../../../test/form.tsx'
import { jobOf } from '../../../test/records.ts'
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
const ALL = ['480', '481', '479', '480']

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
  fillIn(/^What the module reports/, ['470', 'about 4'])
  tap('Take this level')
  expect((await screen.findByRole('alert')).textContent).toMatch(/^Type figures only/)
  expect(useCalibrations.getState().byKey['j']?.visits ?? []).toEqual([])
  fillIn(/^What the module reports/, ['470', '', '', '480'])
  tap('Take this level')
  await waitFor(() => expect(useCalibrations.getState().byKey['j']?.visits).toHaveLength(1))
  expect(useCalibrations.getState().byKey['j']!.visits[0]).toMatchObject({
    tapeMm: { FL: 480, FR: 481, RR: 479, RL: 480 },
    reportedMm: { FL: 470, FR: null, RR: null, RL: 480 },
  })
})

test('written down without teaching it says so, and names nothing that was typed into the module', async () => {
  const { commands } = putForm(<Calibrate job={jobOf()} />, { '/api/devices': [] })
  fillIn(/^The tape/, ALL)
  fillIn(/^What the module reports/, ['470', '481', '479', '480'])
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
