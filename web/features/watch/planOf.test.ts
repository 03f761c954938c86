import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { freshDraft } from '../job/walk/draftOf.ts'
import { planOf } from './planOf.ts'

const NOW = new Date('2026-11-24T18:00:00Z')
describe('what a watch can show', () => {
  const answered = {
    ...freshDraft(jobOf(), 'evening', NOW),
    thermometer: 'atSprings' as const,
    rolledAndBounced: true,
  }
  const draft = { ...answered, checklist: { ...answered.checklist, minutesSinceRun: 150 } }

  test('the longer it lasts the smaller a leak it shows, in proportion; the sinking needed stays the same', () => {
    const plan = planOf(jobOf(), draft, 8, 13, 1.5)!
    expect(plan.shows.map(({ hours }) => hours)).toEqual([1, 6, 12, 13])
    for (const { hours, leakBarLPerH } of plan.shows)
      expect(leakBarLPerH * hours).toBeCloseTo(plan.shows[0]!.leakBarLPerH, 9)
    expect(plan.sureMm).toBeGreaterThan(5)
  })

  test('it is planned for what the customer named, and a warm spring needs more sinking', () => {
    const job = jobOf({ complaint: { where: ['RR'], when: [], signs: [], words: '' } })
    expect(planOf(job, draft, 8, 13, 1.5)!.corner).toBe('RR')
    expect(planOf(jobOf(), draft, 8, 13, 1.5)!.corner).toBe('FL')
    expect(
      planOf(job, { ...draft, checklist: { ...draft.checklist, minutesSinceRun: 20 } }, 8, 13, 1.5)!
        .sureMm,
    ).toBeGreaterThan(planOf(job, draft, 8, 13, 1.5)!.sureMm)
  })

  test('nothing is said before the questions are answered', () => {
    expect(planOf(jobOf(), { ...draft, thermometer: null }, 8, 13, 1.5)).toBeNull()
    expect(planOf(jobOf(), answered, 8, 13, 1.5)).toBeNull()
    expect(planOf(jobOf(), draft, 8, Number.NaN, 1.5)).toBeNull()
  })
})
