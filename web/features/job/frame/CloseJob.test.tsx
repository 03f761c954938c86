import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap, type } from '../../../test/form.tsx'
import { CloseJob } from './CloseJob.tsx'

const finding = {
  id: 'c',
  jobId: 'j',
  at: '2026-11-24T08:00:00.000Z',
  person: 'p',
  cause: 'springLeak.RL',
  sentence: 'The rear left spring leaks.',
  probability: 0.9,
  stands: [],
  photoId: null,
}
const WHY = 'Why it is closed with its finding open'

test('a job with nothing open is closed as it was looked at, once', async () => {
  const { commands } = putForm(<CloseJob job={jobOf({ version: 9 })} />)
  tap('Close the job')
  tap('Close the job')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.close',
    baseVersion: 9,
    payload: { jobId: 'j' },
  })
  expect(commands[0]!.payload).not.toHaveProperty('reason')
  expect(screen.queryByLabelText(WHY)).toBeNull()
})

test('with its finding open it asks why first, and the reason goes along', async () => {
  const { commands } = putForm(<CloseJob job={jobOf({ conclusions: [finding] })} />)
  tap('Close the job')
  const close = screen.getByRole('button', { name: 'Close the job' })
  expect(close.hasAttribute('disabled')).toBe(true)
  type(WHY, '   ')
  expect(close.hasAttribute('disabled')).toBe(true)
  type(WHY, 'The owner sells the car.')
  tap('Close the job')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({ payload: { reason: 'The owner sells the car.' } })
})

test('what has to be told first is told first; nothing is closed before it', async () => {
  let goOn: (() => void) | null = null
  const { commands } = putForm(<CloseJob job={jobOf()} before={(then) => (goOn = then)} />)
  tap('Close the job')
  expect(goOn).not.toBeNull()
  expect(commands).toEqual([])
  goOn!()
  await waitFor(() => expect(commands).toHaveLength(1))
})

test('a refusal is said, and the reason stays', async () => {
  const { refuse } = putForm(<CloseJob job={jobOf({ conclusions: [finding] })} />)
  refuse('A wheel is still off.')
  tap('Close the job')
  type(WHY, 'The owner sells the car.')
  tap('Close the job')
  await screen.findByText('A wheel is still off.')
  expect(screen.getByLabelText<HTMLInputElement>(WHY).value).toBe('The owner sells the car.')
})
