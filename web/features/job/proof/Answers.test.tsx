import type { Job } from '@anklet/contract'
import { jobOf } from '@anklet/language/test/records'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { describe, expect, test } from 'vitest'
import type { Formed } from '../../../test/form.tsx'
import { putForm, tap, type } from '../../../test/form.tsx'
import { Alignment, ComeBack, Joints, RoadTest, YesNo } from './Answers.tsx'

const job: Job = jobOf()
const content = async ({ commands }: Formed): Promise<unknown> => {
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({ type: 'proof.record', payload: { jobId: 'j' } })
  return (commands[0]!.payload as { readonly content: unknown }).content
}
const shown = (change: object) => ({
  kind: 'shown',
  joint: null,
  words: '',
  on: null,
  ...change,
})
const isDisabled = (name: string): boolean =>
  screen.getByRole('button', { name }).hasAttribute('disabled')

describe('what is shown goes on record with a tap', () => {
  test('a joint, each for itself', async () => {
    const page = putForm(<Joints job={job} joints={['block', 'RL']} />)
    const [, second] = screen.getAllByRole('group')
    fireEvent.click(within(second!).getByRole('button', { name: 'It bubbles' }))
    expect(await content(page)).toEqual(shown({ item: 'soap', joint: 'RL', outcome: 'bad' }))
  })
  test('something that is seen', async () => {
    const page = putForm(
      <YesNo job={job} item="levels" legend="Levels" yes="It rises" no="It does not" />,
    )
    tap('It rises')
    expect(await content(page)).toEqual(shown({ item: 'levels', outcome: 'good' }))
  })
  test('a drive, with what was heard', async () => {
    const page = putForm(<RoadTest job={job} />)
    type(/^Where, and what was heard/, ' Ten km, nothing heard. ')
    tap('All well')
    expect(await content(page)).toEqual(
      shown({ item: 'roadTest', outcome: 'good', words: 'Ten km, nothing heard.' }),
    )
  })
})

describe('an alignment', () => {
  test('is booked for a day', async () => {
    const page = putForm(<Alignment job={job} />)
    expect(isDisabled('It is booked')).toBe(true)
    type('Booked for', '2026-12-03')
    tap('It is booked')
    expect(await content(page)).toEqual(
      shown({
        item: 'alignment',
        outcome: 'good',
        on: '2026-12-03',
        words: 'Booked for 2026-12-03.',
      }),
    )
  })
  test('or declined, with the owner’s reason', async () => {
    const page = putForm(<Alignment job={job} />)
    expect(isDisabled('It is declined')).toBe(true)
    type('Or declined, because', ' next month ')
    tap('It is declined')
    expect(await content(page)).toEqual(
      shown({ item: 'alignment', outcome: 'declined', words: 'Declined: next month' }),
    )
  })
})

describe('coming back', () => {
  const put = (form: ReactNode = <ComeBack job={job} />): Formed => putForm(form)
  test('is planned for a moment, with who brings it', async () => {
    const page = put()
    type('Measured again', '2026-12-04T08:30')
    type('Where, or who brings it', ' The owner ')
    tap('Plan it')
    expect(await content(page)).toEqual({
      kind: 'return',
      dueAt: new Date('2026-12-04T08:30').toISOString(),
      words: 'The owner',
    })
  })
  test('cannot be planned for no moment at all', () => {
    put()
    type('Measured again', '')
    expect(isDisabled('Plan it')).toBe(true)
  })
  test('or it does not, and why', async () => {
    const page = put()
    expect(isDisabled('Write that down')).toBe(true)
    type(/^Or it does not come back/, 'Sold abroad.')
    tap('Write that down')
    expect(await content(page)).toEqual(
      shown({ item: 'again', outcome: 'declined', words: 'Not measured again: Sold abroad.' }),
    )
  })
  test('what is refused is said', async () => {
    const page = put()
    page.refuse('This job is closed.')
    tap('Plan it')
    await screen.findByText('This job is closed.')
  })
})
