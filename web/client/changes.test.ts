import { QueryClient } from '@tanstack/react-query'
import { FakeSource } from '../test/fakeSource.ts'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'

const change = (jobId: string | null, from = 'other'): void =>
  FakeSource.last.say('change', { type: 'job.note', jobId, device: from })

let client: QueryClient
let device: string
const stale = (key: readonly unknown[]): boolean =>
  client.getQueryState(key)?.isInvalidated === true

beforeEach(async () => {
  vi.resetModules()
  vi.useFakeTimers()
  vi.stubGlobal('EventSource', FakeSource)
  const { followChanges } = await import('./changes.ts')
  // Modules are new in each test, and this device's name with them.
  device = (await import('./state/session.ts')).useSession.getState().device
  client = new QueryClient()
  for (const key of [['job', '1'], ['job', '2'], ['jobs'], ['log', '1']])
    client.setQueryData(key, {})
  followChanges(client)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('what somebody writes on a job is asked anew at once, lists a little later, other jobs not', () => {
  change('1')
  vi.advanceTimersByTime(200)
  expect([stale(['job', '1']), stale(['job', '2']), stale(['jobs'])]).toEqual([true, false, false])
  vi.advanceTimersByTime(2000)
  expect([stale(['jobs']), stale(['job', '2']), stale(['log', '1'])]).toEqual([true, false, false])
})

test('what this device wrote itself is known here', () => {
  change('1', device)
  vi.advanceTimersByTime(5000)
  expect([stale(['job', '1']), stale(['jobs'])]).toEqual([false, false])
})

test('what belongs to no job, and what was written while nobody listened, is asked anew', () => {
  change(null)
  vi.advanceTimersByTime(200)
  expect(stale(['job', '2'])).toBe(true)
  client.setQueryData(['job', '2'], {})
  FakeSource.last.onopen!()
  vi.advanceTimersByTime(200)
  expect(stale(['job', '2'])).toBe(true)
})
