import { describe, expect, test } from 'vitest'
import type { Job } from '@anklet/contract'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { graduationsOf } from './graduations.ts'
import { designAt, earlierRound, heightRounds, meansOf, pairedRound } from './rounds.ts'
import { loadWords } from '@anklet/language/heights/methods'
import { freshDraft } from '../walk/draftOf.ts'
import { summaryFacts, watchRounds } from './watchState.ts'
import { evening, morning, watchOf, walked, watched } from '../../../test/night.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const NOW = new Date('2026-11-24T18:00:00Z')
describe('rounds of a job', () => {
  const old = roundOf(LEVEL, '2026-10-01T08:00:00.000Z', { jobId: 'other' })
  const first = roundOf({ ...LEVEL, FL: 446 }, '2026-11-24T09:00:00.000Z')
  const job = jobOf({ rounds: [old, first, evening] })

  test('earlier visits are remembered for comparison, not counted as this job’s', () => {
    expect(heightRounds(job)).toEqual([first])
    expect(earlierRound(job, first)).toBe(old)
    expect(earlierRound(job, { ...first, levelId: 'kneel' })).toBeNull()
    expect(earlierRound(job, { ...first, method: 'sillToFloor' })).toBeNull()
    expect(earlierRound(job, { ...first, load: 'laden' })).toBeNull()
    expect(summaryFacts(jobOf({ rounds: [old] })).hasHeights).toBe(false)
  })

  test('empty and laden are a pair, each weight by itself', () => {
    const laden = (loadKg: number | null, minute: string) =>
      roundOf(LEVEL, `2026-11-24T09:${minute}:00.000Z`, { load: 'laden', loadKg })
    const [light, heavy] = [laden(100, '10'), laden(400, '20')]
    const loaded = jobOf({ rounds: [first, light, heavy] })
    expect(pairedRound(loaded, light)).toBe(first)
    expect(pairedRound(loaded, first)).toBe(heavy)
    expect(earlierRound(loaded, laden(200, '30'))).toBeNull()
    expect(earlierRound(loaded, laden(100, '30'))).toEqual(light)
    expect([first, laden(null, '40'), heavy].map(loadWords)).toEqual([
      'Empty',
      'Laden',
      'Laden with 400 kg',
    ])
  })

  test('means and design heights go by corner', () => {
    expect(meansOf(first)).toEqual({ ...LEVEL, FL: 446 })
    expect(designAt(job, 30)).toEqual({ FL: 510, FR: 510, RL: 510, RR: 510 })
  })

  test('the watch that counts is the latest not given up', () => {
    const given = watchOf({ id: 'x', state: 'givenUp' })
    expect(
      watchRounds(
        jobOf({ rounds: [evening, morning], watches: [watchOf({ morningRoundId: 'm' }), given] }),
      ),
    ).toMatchObject({ watch: { id: 'w' }, morning: { id: 'm' } })
    expect(watchRounds(jobOf({ watches: [given] }))).toBeNull()
  })

  test('the rule tells what each phase came to', () => {
    const words = (of: Job, drafts = {}) =>
      graduationsOf(of, drafts, units, Date.parse('2026-11-25T05:00:00Z')).map(
        (graduation) => graduation.words,
      )
    expect(words(jobOf())).toEqual([
      'Ask what the customer says',
      'walk both laps',
      'a night, supply off',
      'tests at the car',
      'after the finding',
      'after the decision',
      'after the work',
      'sensors against the tape',
      'after the work',
      'the owner’s paper',
    ])
    expect(words(job)[1]).toBe('front left 34 low')
    expect(words(watched())[2]).toBe('2 h to go')
    expect(words(watched({ state: 'walked' }))[2]).toBe('Read the answer')
    const draft = walked(freshDraft(jobOf(), 'heights', NOW), 5)
    expect(words(jobOf(), { heights: draft })[1]).toBe('rear right, lap 2 of 2')
    expect(
      graduationsOf(watched({ state: 'concluded' }), {}, units, 0).map(({ done }) => done),
    ).toEqual([false, false, true, false, false, false, false, false, false, false])
  })
})
