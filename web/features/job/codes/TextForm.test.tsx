import { screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../../test/form.tsx'
import { putForm, RECORD_ID, tap, type } from '../../../test/form.tsx'
import { TextForm } from './TextForm.tsx'

let page: Formed
const sent = async (): Promise<unknown> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]
}
const WORDS = /^What your service information says/

describe('a code without a text', () => {
  beforeEach(() => {
    page = putForm(<TextForm typeId={RECORD_ID} number="C1A20" text={null} />)
  })
  test('points to what its words say, until somebody taps', async () => {
    expect(screen.getByRole('button', { name: 'Keep the text' }).hasAttribute('disabled')).toBe(
      true,
    )
    type(WORDS, ' Height sensor, rear left ')
    expect(screen.getByText(/^Proposed from the words/)).toBeDefined()
    tap('Keep the text')
    expect(await sent()).toMatchObject({
      type: 'codeText.save',
      baseVersion: null,
      payload: {
        typeId: RECORD_ID,
        number: 'C1A20',
        words: 'Height sensor, rear left',
        points: 'sensor',
        place: 'RL',
      },
    })
  })
  test('a tap stands above the words, and a second one takes it back', async () => {
    type(WORDS, 'Height sensor, rear left')
    const where = within(screen.getByRole('group', { name: 'Which sensor' }))
    where.getByRole('button', { name: 'Front right' }).click()
    await waitFor(() =>
      expect(where.getByRole('button', { name: 'Front right' }).getAttribute('aria-pressed')).toBe(
        'true',
      ),
    )
    where.getByRole('button', { name: 'Front right' }).click()
    await waitFor(() => expect(where.queryByRole('button', { pressed: true })).toBeNull())
    tap('Keep the text')
    expect(await sent()).toMatchObject({ payload: { points: 'sensor', place: null } })
  })
  test('says what is refused, and keeps the words', async () => {
    page.refuse('This code has its text already.')
    type(WORDS, 'Pump relay')
    tap('Keep the text')
    await screen.findByText('This code has its text already.')
    expect(screen.getByLabelText<HTMLInputElement>(WORDS).value).toBe('Pump relay')
  })
})

test('a text that is kept is changed under its own id and version', async () => {
  const text = {
    id: '00000000-0000-4000-8000-0000000000d1',
    version: 3,
    typeId: RECORD_ID,
    number: 'C1A20',
    words: 'Pump relay',
    points: 'pump' as const,
    place: null,
  }
  page = putForm(<TextForm typeId={RECORD_ID} number="C1A20" text={text} />)
  type(WORDS, 'Pump relay, no answer')
  tap('Keep the text')
  expect(await sent()).toMatchObject({
    baseVersion: 3,
    payload: { textId: text.id, words: 'Pump relay, no answer', points: 'pump' },
  })
})
