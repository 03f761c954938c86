import { jobOf } from '@anklet/language/test/records'
import type { Said } from '@anklet/language/causes/checks'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap } from '../../../test/form.tsx'
import { CheckFrame } from './CheckFrame.tsx'

const said: Said = {
  verdict: 'bad',
  sentence: 'The pump is weak.',
  lines: Array.from({ length: 25 }, (_, i) => `Reading ${i}`),
  speaksFor: 'a worn pump',
} as unknown as Said
const frame = (job: ReturnType<typeof jobOf> | null) => (
  <CheckFrame
    job={job}
    kind="pump"
    corner="RL"
    sources={['gauge', undefined, 'gauge']}
    said={said}
    steps={['Close it.']}
  >
    <p>fields</p>
  </CheckFrame>
)

test('a check is kept once with what told it, at most twenty lines of it', async () => {
  const { commands } = putForm(frame(jobOf()))
  tap('Keep with the job')
  tap('Keep with the job')
  await screen.findByRole('button', { name: 'Kept with the job' })
  expect(commands).toHaveLength(1)
  expect(commands[0]).toMatchObject({
    type: 'check.record',
    payload: {
      jobId: 'j',
      kind: 'pump',
      corner: 'RL',
      logId: null,
      deviceIds: ['gauge'],
      verdict: 'bad',
      sentence: 'The pump is weak.',
      speaksFor: 'a worn pump',
    },
  })
  expect(commands[0]!.payload).toHaveProperty('lines.length', 20)
})

test('on the bench it goes as a note to the job that is tapped', async () => {
  const open = { id: 'j7', plate: 'TQ 418', simulated: false, typeName: 'Sample', closedAt: null }
  const shut = { ...open, id: 'j8', plate: 'VS 77 K', closedAt: '2026-11-24T08:00:00.000Z' }
  const { commands } = putForm(frame(null), { '/api/jobs': [open, shut] })
  tap('Save to a job')
  await screen.findByText('TQ 418')
  expect(screen.queryByText('VS 77 K')).toBeNull()
  tap(/TQ 418/)
  await screen.findByText('Kept with TQ 418.')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.note',
    payload: { jobId: 'j7', from: 'bench', title: expect.stringMatching(/pump/i) as string },
  })
})

test('what is refused is said, and can be kept again', async () => {
  const { commands, refuse } = putForm(frame(jobOf()))
  refuse('This job is closed.')
  tap('Keep with the job')
  await screen.findByText('This job is closed.')
  refuse(null)
  tap('Keep with the job')
  await waitFor(() => expect(commands).toHaveLength(2))
  const ids = commands.map(({ payload }) => (payload as { checkId: string }).checkId)
  expect(new Set(ids).size).toBe(1)
})
