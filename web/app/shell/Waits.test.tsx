import { screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { steadyNow } from '../../client/state/steadyClock.ts'
import type { RunningWait } from '../../client/state/waits.ts'
import { useWaits } from '../../client/state/waits.ts'
import { putForm, tap } from '../../test/form.tsx'
import { Waits } from './Waits.tsx'

const wait = (jobId: string, change: Partial<RunningWait> = {}): RunningWait => ({
  id: `wait of ${jobId}`,
  jobId,
  plate: 'TQ 311',
  words: 'the wait after “Let the rear left down by the tool”',
  dueMs: steadyNow() - 1000,
  rung: false,
  ...change,
})
const jobs = (...of: readonly { id: string; closedAt?: string; handedOver?: boolean }[]) => ({
  '/api/jobs': of.map((job) => ({ closedAt: null, handedOver: false, ...job })),
})
const ids = (): readonly string[] => useWaits.getState().waits.map(({ id }) => id)

const { ring, notifyOf } = vi.hoisted(() => ({ ring: vi.fn(), notifyOf: vi.fn() }))
vi.mock('../../client/state/reminders.ts', async (original) => ({
  ...(await original<object>()),
  ring,
  notifyOf,
}))
beforeEach(() => {
  vi.clearAllMocks()
})

test('a wait that is over is told as what it was, with the way to its job', async () => {
  useWaits.setState({ waits: [wait('j')] })
  putForm(<Waits />, jobs({ id: 'j' }))
  const link = await waitFor(() => screen.getByRole('link'))
  expect(link.textContent).toBe(
    'TQ 311:the wait after “Let the rear left down by the tool” is over',
  )
  expect(link.getAttribute('href')).toBe('/jobs/j/work')
  expect(ring).toHaveBeenCalledOnce()
  expect(notifyOf).toHaveBeenCalledWith(
    'TQ 311',
    'the wait after “Let the rear left down by the tool” is over',
    'wait of j',
  )
  tap(/^Heard/)
  expect(ids()).toEqual([])
})

test('whoever goes on with a job has heard what is over on it, and nothing else', () => {
  useWaits.setState({
    waits: [wait('j'), wait('other'), wait('j', { id: 'later', dueMs: steadyNow() + 60_000 })],
  })
  useWaits.getState().wentOn('j', steadyNow())
  expect(ids()).toEqual(['wait of other', 'later'])
})

test('a timer ends with its job: closed, handed over or gone', async () => {
  const all = ['open', 'closed', 'handed', 'gone'].map((id) =>
    wait(id, { dueMs: steadyNow() + 600_000 }),
  )
  useWaits.setState({ waits: all })
  putForm(
    <Waits />,
    jobs(
      { id: 'open' },
      { id: 'closed', closedAt: '2026-11-24T10:00:00Z' },
      { id: 'handed', handedOver: true },
    ),
  )
  await waitFor(() => expect(ids()).toEqual(['wait of open']))
})
