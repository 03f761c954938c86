import { describe, expect, test } from 'vitest'
import type { JobSummary } from '@anklet/contract'
import { dueWatches } from '../../client/state/reminders.ts'
import { calendarEntry } from './calendarEntry.ts'

const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
describe('reminders', () => {
  const summary = (plannedEndAt: string, state: 'running' | 'walked' = 'running') =>
    ({
      id: plannedEndAt,
      plate: 'T 1',
      watch: { state, startedAt: EVENING, plannedEndAt, finding: null, supplyIsOff: true },
    }) as unknown as JobSummary
  test('only what is due and was not told yet', () => {
    const jobs = [summary(MORNING), summary('2026-11-26T07:00:00.000Z'), summary(EVENING, 'walked')]
    const due = dueWatches(jobs, [], Date.parse(MORNING) + 1)
    expect(due.map(({ jobId }) => jobId)).toEqual([MORNING])
    expect(dueWatches(jobs, [due[0]!.key], Date.parse(MORNING) + 1)).toEqual([])
  })
  test('the calendar gets the moment in UTC, across a clock change too', () => {
    const entry = calendarEntry('TQ 418', {
      id: 'w',
      startedAt: '2026-10-24T20:00:00.000Z',
      plannedEndAt: '2026-10-25T06:30:00.000Z',
    })!
    expect(entry).toContain('DTSTART:20261025T063000Z')
    expect(entry).toContain('SUMMARY:TQ 418: walk the morning round')
    expect(entry).toMatch(/BEGIN:VALARM[\s\S]*TRIGGER:-PT15M/)
  })
})
