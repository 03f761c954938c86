import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap } from '../../../test/form.tsx'
import { jobOf } from '../../../test/records.ts'
import { Intake } from './Intake.tsx'

const answerOf = (name: string): string => {
  const button = screen.getByRole('button', { name })
  return `${String(button.getAttribute('aria-pressed'))} ${button.textContent}`
}

test('a tap is yes, a second one no, a third one not asked', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  expect(answerOf('Hissing heard')).toContain('false')
  tap('Hissing heard')
  expect(answerOf('Hissing heard')).toContain('true')
  tap('Hissing heard')
  expect(answerOf('Hissing heard: no')).toContain('false')
  tap('Hissing heard: no')
  expect(answerOf('Hissing heard')).toContain('false')
  // One of each is kept; what was tapped back is not among them.
  tap('Pump runs often')
  tap('Down overnight')
  tap('Down overnight')
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.complaint',
    payload: {
      complaint: {
        where: [],
        when: [],
        signs: ['pumpOften'],
        denied: ['overnight'],
        words: '',
      },
    },
  })
})

test('a denial alone is something they said', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  const keep = screen.getByRole('button', { name: 'Keep what they said' })
  expect(keep.hasAttribute('disabled')).toBe(true)
  tap('Warning message')
  tap('Warning message')
  expect(keep.hasAttribute('disabled')).toBe(false)
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({ payload: { complaint: { denied: ['message'], signs: [] } } })
})

test('what is on the job stands there as it was said', () => {
  const complaint = {
    where: [],
    when: [],
    signs: ['hiss' as const],
    denied: ['slowRise' as const],
    words: '',
  }
  putForm(<Intake job={jobOf({ complaint })} />)
  expect(answerOf('Hissing heard')).toContain('true')
  expect(answerOf('Slow to rise: no')).toContain('false')
})
