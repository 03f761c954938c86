import type { ChargeRecord } from '@anklet/contract'
import { airBetween } from '@anklet/core/physics/compressor'
import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap, type } from '../../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { ChargeList } from './ChargeList.tsx'

const WRONG: ChargeRecord = {
  id: 'wrong',
  vehicleId: 'v',
  jobId: 'j',
  at: '2026-11-02T09:00:00.000Z',
  person: 'p',
  gas: 'nitrogen',
  beforeBarG: 9,
  afterBarG: 24,
  temperatureC: 20,
  addedBarL: airBetween(9, 24, 5, 20),
  words: '',
  corrects: null,
}
const RIGHT: ChargeRecord = {
  ...WRONG,
  id: 'right',
  afterBarG: 14,
  addedBarL: airBetween(9, 14, 5, 20),
  words: 'Misread',
  corrects: 'wrong',
}

test('a wrong entry is corrected by another, reckoned with the litres of the first', async () => {
  const { commands } = putForm(<ChargeList charges={[WRONG]} job={jobOf()} />)
  tap('Correct')
  const put = screen.getByRole('button', { name: 'Put in its place' })
  expect(put.hasAttribute('disabled')).toBe(true)
  type(/^It held after/, '14')
  type('What was wrong', ' Misread ')
  tap('Put in its place')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'charge.record',
    payload: { jobId: 'j', corrects: 'wrong', beforeBarG: 9, afterBarG: 14, words: 'Misread' },
  })
  const { addedBarL } = commands[0]!.payload as { addedBarL: number }
  expect(addedBarL).toBeCloseTo(RIGHT.addedBarL, 1)
})

test('what is refused is said, and what was typed stays', async () => {
  const formed = putForm(<ChargeList charges={[WRONG]} job={jobOf()} />)
  formed.refuse('This entry was corrected already.')
  tap('Correct')
  type(/^It held after/, '14')
  type('What was wrong', 'Misread')
  tap('Put in its place')
  expect((await screen.findByRole('alert')).textContent).toContain('corrected already')
  expect(screen.getByLabelText<HTMLInputElement>(/^It held after/).value).toBe('14')
})

test('the wrong entry stays to be read, struck out, and the one in its place can be corrected again', () => {
  putForm(<ChargeList charges={[WRONG, RIGHT]} job={jobOf()} />)
  const [newest, oldest] = screen.getAllByRole('listitem')
  expect(within(newest!).getByText(/in place of what was written Mon 2 Nov/)).toBeTruthy()
  expect(within(newest!).getByText('Misread')).toBeTruthy()
  expect(within(newest!).getByRole('button', { name: 'Correct' })).toBeTruthy()
  expect(oldest!.querySelector('.line-through')?.textContent).toContain('24')
  expect(within(oldest!).queryByRole('button')).toBeNull()
})

test('one that never happened says so; where no job is open nothing is corrected', () => {
  putForm(<ChargeList charges={[WRONG, { ...RIGHT, afterBarG: 9, addedBarL: 0 }]} />)
  expect(screen.getByText('nothing went in')).toBeTruthy()
  expect(screen.queryByRole('button')).toBeNull()
})
