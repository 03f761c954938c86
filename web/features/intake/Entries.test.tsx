import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { RECORD_ID, putForm, tap, type } from '../../test/form.tsx'
import { Entries } from './Entries.tsx'

const valueOf = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value

test('a note is kept once however often it is tapped, and the line is empty for the next', async () => {
  const { commands } = putForm(<Entries job={jobOf({ id: RECORD_ID })} />)
  type('Anything worth remembering', '   ')
  const keep = screen.getByRole('button', { name: 'Keep the note' })
  expect(keep.hasAttribute('disabled')).toBe(true)
  type('Anything worth remembering', ' A nut is missing. ')
  tap('Keep the note')
  tap('Keep the note')
  await waitFor(() => expect(valueOf('Anything worth remembering')).toBe(''))
  expect(commands).toHaveLength(1)
  expect(commands[0]).toMatchObject({
    type: 'job.note',
    payload: { jobId: RECORD_ID, from: 'person', title: 'Note', lines: ['A nut is missing.'] },
  })
})

test('a note that is refused stays in its line, and goes under the same id', async () => {
  const { commands, refuse } = putForm(<Entries job={jobOf({ id: RECORD_ID })} />)
  refuse('This job is closed.')
  type('Anything worth remembering', 'A nut is missing.')
  tap('Keep the note')
  await screen.findByText('This job is closed.')
  expect(valueOf('Anything worth remembering')).toBe('A nut is missing.')
  refuse(null)
  tap('Keep the note')
  await waitFor(() => expect(commands).toHaveLength(2))
  const ids = commands.map(({ payload }) => (payload as { noteId: string }).noteId)
  expect(new Set(ids).size).toBe(1)
})

test('what was mended has its part, its corners and its words', async () => {
  const { commands } = putForm(<Entries job={jobOf({ id: RECORD_ID })} />)
  expect(screen.queryByRole('button', { name: 'Keep the repair' })).toBeNull()
  tap('Air spring')
  tap('Rear left')
  tap('Rear right')
  tap('Rear right')
  type('Words, if any', ' its seat too ')
  tap('Keep the repair')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.repair',
    payload: { jobId: RECORD_ID, part: 'airSpring', corners: ['RL'], words: 'its seat too' },
  })
  // Nothing is tapped any more: the next repair is another one.
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep the repair' })).toBeNull())
})
