import type { Decision, Shop } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { Decided } from './Decided.tsx'

const decision: Decision = {
  id: 'd',
  jobId: 'j',
  at: '2026-11-24T08:00:00.000Z',
  person: 'p',
  option: 'this',
  title: 'Only what leaks',
  reason: 'The other side is younger.',
  validUntil: null,
  currency: 'EUR',
  lines: [{ words: 'Air spring, rear', hours: 2.5, amount: 890 }],
  taxPercent: 20,
  over: null,
  corner: 'RL',
}
const put = (): Formed =>
  putForm(<Decided job={jobOf({ decisions: [decision] })} shop={{} as unknown as Shop} />)
const isDisabled = (name: string): boolean =>
  screen.getByRole('button', { name }).closest('fieldset')!.hasAttribute('disabled')

test('the owner’s word needs a name, and how it was given; it goes on record once', async () => {
  const { commands } = put()
  expect(isDisabled('by phone')).toBe(true)
  type('The owner agrees: name', '  ')
  expect(isDisabled('by phone')).toBe(true)
  type('The owner agrees: name', ' B. Owner ')
  tap('by phone')
  tap('by phone')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'decision.agree',
    payload: { jobId: 'j', decisionId: 'd', name: 'B. Owner', way: 'phone' },
  })
})

test('what is refused is said, and the name stays', async () => {
  const { refuse } = put()
  refuse('This decision was taken back.')
  type('The owner agrees: name', 'B. Owner')
  tap('by phone')
  await screen.findByText('This decision was taken back.')
  expect(screen.getByLabelText<HTMLInputElement>('The owner agrees: name').value).toBe('B. Owner')
})

test('hours, tax and sum stand under the lines', () => {
  put()
  const rows = screen.getAllByRole('row').map((row) => row.textContent)
  expect(rows).toEqual([
    'work and partshEUR',
    'Air spring, rear2.5€890',
    'together2.5€890',
    'tax, 20 %€178',
    'in all€1,068',
  ])
})
