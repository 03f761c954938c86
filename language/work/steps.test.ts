import { describe, expect, test } from 'vitest'
import { nextStep } from '@anklet/core/work/schedule'
import { NO_COMPLAINT } from '../causes/complaint.ts'
import { dueWords, factsOf } from './steps.ts'

const HOUR = 3_600_000

describe('what is due', () => {
  const now = Date.parse('2026-11-24T07:00:00Z')
  const head = {
    openedAt: '2026-11-23T16:00:00Z',
    closedAt: null,
    complaint: { ...NO_COMPLAINT, words: 'sinks' },
    hasHeights: true,
    work: null,
    found: null,
    decided: null,
    handedOver: false,
  }
  const due = (watch: { state: 'running' | 'walked'; hours: number } | null) =>
    dueWords(
      nextStep(
        factsOf({
          ...head,
          watch: watch && {
            state: watch.state,
            startedAt: head.openedAt,
            plannedEndAt: new Date(now + watch.hours * HOUR).toISOString(),
            finding: null,
            supplyIsOff: true,
          },
        }),
        now,
      ),
      now,
    )
  test('is said with its time', () => {
    expect(due({ state: 'running', hours: 2.5 })).toBe('in 2 h 30')
    expect(due({ state: 'running', hours: -1 })).toBe('due for 1 h')
    expect(due({ state: 'running', hours: -3 })).toBe('3 h late')
    expect(due({ state: 'walked', hours: -1 })).toBe('waiting 1 h')
    expect(due(null)).toBe('waiting 15 h')
    expect(
      dueWords(nextStep(factsOf({ ...head, closedAt: head.openedAt, watch: null }), now), now),
    ).toBe('')
  })
})
