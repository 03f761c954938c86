import type { Round } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { Readings } from './Readings.tsx'

const round = {
  readings: [
    { id: 41, corner: 'RL', lap: 1, heightMm: 412, correction: null },
    { id: 42, corner: 'RR', lap: 1, heightMm: 420, correction: null },
  ],
} as unknown as Round

let page: Formed
const put = (length: 'mm' | 'inch'): void => {
  const units = { length, pressure: 'bar', temperature: 'degC' } as const
  page = putForm(<Readings job={jobOf()} round={round} units={units} />)
  tap(/^Correct rear left/)
}
const sent = async (): Promise<unknown> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}
beforeEach(() => put('mm'))

test('a reading is corrected with its reason, which comes first', async () => {
  type(/^It should be/, '421,5')
  expect(screen.getByRole('button', { name: 'Correct it' }).hasAttribute('disabled')).toBe(true)
  type('Why?', ' Read from the wrong edge. ')
  tap('Correct it')
  expect(await sent()).toMatchObject({
    type: 'reading.correct',
    payload: { readingId: 41, heightMm: 421.5, reason: 'Read from the wrong edge.' },
  })
  // The sheet is shut: it is done.
  await waitFor(() => expect(screen.queryByLabelText('Why?')).toBeNull())
})

test('or it is left out, whatever was typed', async () => {
  type(/^It should be/, 'what')
  type('Why?', 'The tape slipped.')
  tap('Leave it out')
  expect(await sent()).toMatchObject({
    payload: { readingId: 41, heightMm: null, reason: 'The tape slipped.' },
  })
})

test.each([
  ['what', '"what" is not a number. Type it in mm, as a figure.'],
  ['41', /^A height of 41 mm cannot be: it lies between 50 and 2000 mm/],
])('"%s" is refused at its field', async (text, sentence) => {
  type('Why?', 'The tape slipped.')
  type(/^It should be/, text)
  tap('Correct it')
  await screen.findByText(sentence)
  expect(screen.getByLabelText(/^It should be/).getAttribute('aria-invalid')).toBe('true')
  expect(page.commands).toEqual([])
})

test('what the server refuses is said', async () => {
  page.refuse('This job is closed.')
  type('Why?', 'The tape slipped.')
  type(/^It should be/, '415')
  tap('Correct it')
  await screen.findByText('This job is closed.')
})
