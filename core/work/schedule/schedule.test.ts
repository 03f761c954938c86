import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { JobFacts } from './index.ts'
import { byDue, nextStep } from './index.ts'

const HOUR = 3_600_000
const NOW = Date.parse('2026-11-24T06:00:00Z')
const job = (change: Partial<JobFacts>): JobFacts => ({
  openedAt: NOW - 20 * HOUR,
  closed: false,
  hasComplaint: true,
  hasHeights: true,
  needsNoNight: false,
  found: null,
  decided: null,
  handedOver: false,
  watch: null,
  work: null,
  ...change,
})
const watch = (state: 'running' | 'walked' | 'concluded', endsInHours: number) => ({
  state,
  plannedEndAt: NOW + endsInHours * HOUR,
})

describe('what is due next', () => {
  test('follows the order of the work', () => {
    expect(nextStep(job({ hasComplaint: false, hasHeights: false }), NOW)).toMatchObject({
      phase: 'intake',
      code: 'askComplaint',
      urgency: 'now',
    })
    expect(nextStep(job({ hasHeights: false }), NOW)).toMatchObject({
      phase: 'heights',
      code: 'measureHeights',
    })
    expect(nextStep(job({}), NOW)).toMatchObject({ phase: 'watch', code: 'startWatch' })
    expect(nextStep(job({ closed: true }), NOW)).toMatchObject({ code: 'none', urgency: 'closed' })
  })

  test('a watch waits until its morning, then calls, then is late', () => {
    expect(nextStep(job({ watch: watch('running', 3) }), NOW)).toMatchObject({
      code: 'waitForMorning',
      urgency: 'waiting',
      dueAt: NOW + 3 * HOUR,
    })
    expect(nextStep(job({ watch: watch('running', -1) }), NOW)).toMatchObject({
      code: 'walkMorning',
      urgency: 'now',
    })
    expect(nextStep(job({ watch: watch('running', -2.5) }), NOW)).toMatchObject({
      code: 'walkMorning',
      urgency: 'overdue',
    })
    expect(nextStep(job({ watch: watch('walked', -1) }), NOW)).toMatchObject({ code: 'readAnswer' })
    // Its morning comes, whether or not anybody asked the customer.
    expect(nextStep(job({ hasComplaint: false, watch: watch('running', -1) }), NOW)).toMatchObject({
      code: 'walkMorning',
    })
  })

  test('a finding leads to its decision, the decision to a plan or to the paper; closing comes last', () => {
    const step = (change: Partial<JobFacts>): string => {
      const { phase, code } = nextStep(job(change), NOW)
      return `${phase} ${code}`
    }
    const over = watch('concluded', -1)
    expect([
      step({ watch: over }),
      step({ watch: over, found: 'corner' }),
      step({ watch: over, found: 'fault' }),
      step({ found: 'fault', hasHeights: false, hasComplaint: false }),
      step({ watch: watch('walked', -1), found: 'fault' }),
      step({ found: 'fault', decided: 'repair' }),
      step({ found: 'fault', decided: 'leave' }),
      step({ found: 'fault', decided: 'leave', handedOver: true }),
      step({ found: 'fault', decided: 'repair', watch: over }),
    ]).toEqual([
      'checks check',
      'checks findLeak',
      'decision decide',
      'decision decide',
      'watch readAnswer',
      'work makePlan',
      'handover handOver',
      'handover closeJob',
      'work makePlan',
    ])
  })

  test('what can be heard needs no night, but its heights first', () => {
    const heard = { needsNoNight: true }
    expect(nextStep(job({ ...heard, hasHeights: false }), NOW).code).toBe('measureHeights')
    expect(nextStep(job(heard), NOW)).toMatchObject({ phase: 'checks', code: 'check' })
    expect(nextStep(job({ ...heard, watch: watch('running', 3) }), NOW).code).toBe('waitForMorning')
  })

  test('nothing leads to closing before the car is handed over', () => {
    const flag = fc.boolean()
    const facts = fc.record({
      hasComplaint: flag,
      hasHeights: flag,
      needsNoNight: flag,
      found: fc.constantFrom('corner', 'fault', null),
      decided: fc.constantFrom('repair', 'leave', null),
      watch: fc.constantFrom(
        null,
        watch('running', 2),
        watch('walked', -1),
        watch('concluded', -1),
      ),
    })
    fc.assert(
      fc.property(facts, (change) => {
        const step = nextStep(job({ ...change, handedOver: false }), NOW)
        expect(step.code).not.toBe('closeJob')
        if (change.found) expect(step.code).not.toBe('measureHeights')
      }),
      { numRuns: 200, seed: 4 },
    )
  })

  test('a watch that runs outranks heights never taken', () => {
    expect(nextStep(job({ hasHeights: false, watch: watch('running', 3) }), NOW)).toMatchObject({
      phase: 'watch',
    })
  })

  /** Work under way, and nothing about it that wants anybody. */
  const TAKING: NonNullable<JobFacts['work']> = {
    at: 'taking',
    lost: false,
    bubbles: false,
    handed: false,
    paused: false,
    idle: false,
    awaiting: false,
  }
  test('work under way outranks what led to it; what turned false comes before all else', () => {
    const at = (change: Partial<NonNullable<JobFacts['work']>>, handedOver = false) =>
      nextStep(
        job({
          handedOver,
          watch: watch('concluded', -5),
          work: { ...TAKING, ...change },
        }),
        NOW,
      )
    expect(
      [
        at({}),
        at({ lost: true, paused: true, bubbles: true }),
        at({ at: 'finished', bubbles: true }, true),
        at({ handed: true }),
        at({ idle: true }),
        at({ paused: true }),
        at({ at: 'filling' }),
        at({ awaiting: true }),
        at({ at: 'finished' }),
        at({ at: 'finished' }, true),
        at({ at: 'ready' }),
      ].map(({ code, phase, urgency }) => `${phase} ${code} ${urgency}`),
    ).toEqual([
      'work doWork now',
      'work showAgain overdue',
      'work mendJoint now',
      'work takeOver now',
      'work takeOver now',
      'work goOn now',
      'recommission fillAir now',
      'work agree now',
      'proof proveIt now',
      'handover closeJob now',
      'work beginWork now',
    ])
    expect(
      nextStep(
        job({
          watch: watch('running', 3),
          work: { ...TAKING, at: 'ready' },
        }),
        NOW,
      ),
    ).toMatchObject({ code: 'waitForMorning' })
  })

  test('late ones come first, then the longest waiting, then what waits by itself', () => {
    const steps = [
      job({ closed: true }),
      job({ watch: watch('running', 2) }),
      job({ openedAt: NOW - HOUR }),
      job({ openedAt: NOW - 9 * HOUR }),
      job({ watch: watch('running', -5) }),
    ].map((facts) => nextStep(facts, NOW))
    expect(steps.sort(byDue).map(({ code, dueAt }) => [code, (dueAt - NOW) / HOUR])).toEqual([
      ['walkMorning', -5],
      ['startWatch', -9],
      ['startWatch', -1],
      ['waitForMorning', 2],
      ['none', Infinity],
    ])
  })
})
