import { describe, expect, test } from 'vitest'
import { nextStep } from '@anklet/core/work/schedule'
import { holdsWords } from '../places/shell/Palette.tsx'
import { architecture } from '../test/records.ts'
import { compareWords } from './compare.ts'
import { complaintWords, isComplaint, needsNoNight, NO_COMPLAINT } from './complaint.ts'
import { cornersInWords, hypothesisWords, list } from './corners.ts'
import { allJoins, joinWords } from './joins.ts'
import { rateWords, sizeWords } from './rates.ts'
import { refusalWords } from './refusals.ts'
import { remarkWords } from './remarks.ts'
import { dueWords, factsOf } from './steps.ts'
import {
  countdownWords,
  hoursWords,
  momentWords,
  morningAfter,
  spanWords,
  usualMorning,
} from './times.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const MIN = 60_000
const HOUR = 60 * MIN

describe('corners', () => {
  test('several are said in as few words as possible', () => {
    expect(
      [
        ['FL'],
        ['FL', 'FR'],
        ['RR', 'RL'],
        ['RL', 'FL'],
        ['FL', 'RR'],
        ['FL', 'FR', 'RL'],
        ['FL', 'FR', 'RL', 'RR'],
      ].map((corners) => cornersInWords(corners as never)),
    ).toEqual([
      'front left',
      'the front',
      'the rear',
      'the left side',
      'front left and rear right',
      'front left, front right and rear left',
      'all round',
    ])
    expect(list([])).toBe('')
  })

  test('an axle alike is put down to what it shares', () => {
    expect(hypothesisWords('rearPair', architecture)).toContain('shared valve block')
    expect(hypothesisWords('rearPair', { ...architecture, valves: 'perAxle' })).toContain(
      'their valve block',
    )
    expect(hypothesisWords('rearPair', { ...architecture, valves: 'perSpring' })).toBe(
      'both rear springs, alike',
    )
    expect(
      hypothesisWords('frontPair', { ...architecture, crossValve: { front: true, rear: false } }),
    ).toContain('open cross valve')
    expect(hypothesisWords('diagonalFR', architecture)).toBe(hypothesisWords('all', architecture))
  })
})

describe('what the customer says', () => {
  test('is short enough for a list', () => {
    expect(
      complaintWords({
        where: ['FL', 'FR'],
        when: ['overnight'],
        signs: ['slowRise', 'hiss'],
        words: '',
      }),
    ).toBe('The front, down overnight, slow to rise')
    expect(complaintWords({ ...NO_COMPLAINT, words: 'it leans' })).toBe('It leans')
    expect(complaintWords(NO_COMPLAINT)).toBe('Nothing said yet')
    expect(
      [
        NO_COMPLAINT,
        { ...NO_COMPLAINT, words: '  ' },
        { ...NO_COMPLAINT, signs: ['message' as const] },
      ].map(isComplaint),
    ).toEqual([false, false, true])
  })

  test('what can be heard or cannot rise needs no night', () => {
    expect(
      (['hiss', 'pumpNever', 'slowRise'] as const).map((sign) =>
        needsNoNight({ ...NO_COMPLAINT, signs: [sign] }),
      ),
    ).toEqual([true, true, false])
  })
})

test('an entry is found by all its words in any order, never by likeness', () => {
  const entry = 'TQ 418 Walk the morning round. The front, down overnight'
  expect(
    ['418 morning', 'MORNING 418', '', 'front'].map((typed) => holdsWords(entry, typed)),
  ).toEqual([1, 1, 1, 1])
  expect(['wait', 'tq 419', 'mornings'].map((typed) => holdsWords(entry, typed))).toEqual([0, 0, 0])
})

describe('times', () => {
  const now = new Date(2026, 10, 24, 18, 0)
  test('moments are said as one says them', () => {
    expect(momentWords(new Date(2026, 10, 24, 6, 5), now)).toBe('today 06:05')
    expect(momentWords(new Date(2026, 10, 23, 20, 10), now)).toBe('yesterday 20:10')
    expect(momentWords(new Date(2026, 10, 25, 7, 0), now)).toBe('tomorrow 07:00')
    expect(momentWords(new Date(2026, 9, 14, 7, 0), now)).toBe('Wed 14 Oct 07:00')
    expect(momentWords(new Date(2025, 9, 14, 7, 0), now)).toBe('14 Oct 2025 07:00')
  })

  test('spans and countdowns', () => {
    expect(
      [0, 59_999, 25 * MIN, HOUR, 10 * HOUR + 40 * MIN, 9 * HOUR + 5 * MIN, 72 * HOUR, -5].map(
        spanWords,
      ),
    ).toEqual([
      'under a minute',
      'under a minute',
      '25 min',
      '1 h',
      '10 h 40',
      '9 h 05',
      '3 days',
      'under a minute',
    ])
    expect([10 * MIN, 4 * MIN + 9000, 500, 0].map(countdownWords)).toEqual([
      '10 min',
      '4:09',
      '0:01',
      '0:00',
    ])
    expect([0.4, 7, 7.25, 49.2, 100].map(hoursWords)).toEqual([
      'under an hour',
      '7 h',
      '7.3 h',
      '49 h',
      '4 days',
    ])
  })

  test('the usual morning is seven, unless that is nearer than a night', () => {
    expect(usualMorning(now)).toEqual(new Date(2026, 10, 25, 7, 0))
    expect(usualMorning(new Date(2026, 10, 25, 0, 30))).toEqual(new Date(2026, 10, 25, 12, 30))
  })
})

describe('the size of a leak', () => {
  test('is said as one would meet it, growing with the rate', () => {
    expect([0.01, 0.1, 0.5, 3, 20, 500].map(sizeWords)).toEqual([
      'a seep that soap hardly shows',
      'a pin prick',
      'a crack that bubbles slowly',
      'a leak one can hear close by',
      'a hiss across the bay',
      'an open fitting',
    ])
    expect([0.004, 0.05, 0.3, 12.34].map(rateWords)).toEqual(['0.004', '0.05', '0.3', '12.3'])
  })
})

describe('what is due', () => {
  const now = Date.parse('2026-11-24T07:00:00Z')
  const head = {
    openedAt: '2026-11-23T16:00:00Z',
    closedAt: null,
    complaint: { ...NO_COMPLAINT, words: 'sinks' },
    hasHeights: true,
    work: null,
    found: false,
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

describe('beside the strip', () => {
  test('differences say which end is lower, against the design', () => {
    expect(joinWords('front', { FL: -39, FR: -2 }, units)).toEqual({ value: 'left 37 lower' })
    expect(joinWords('right', { FR: 0, RR: 4 }, units)).toEqual({ value: 'nose 4 lower' })
    expect(joinWords('left', { FL: 3, RL: -2 }, units)).toEqual({ value: 'tail 5 lower' })
    expect(joinWords('rear', { RL: 1.2, RR: 1 }, units)).toEqual({ value: 'level' })
    expect(allJoins({ FL: 0, FR: 0 }, units)).toMatchObject({
      front: { value: 'level' },
      rear: { value: 'waiting' },
      left: { value: 'waiting' },
    })
  })

  test('remarks say what is wrong and which corner to measure again', () => {
    expect(
      remarkWords({ code: 'lapsDiffer', corner: 'RR', firstMm: 480, secondMm: 465 }, units),
    ).toEqual({
      sentence: 'Rear right: 480 mm on the first lap, 465 mm on the second. One of them is wrong.',
      again: 'RR',
    })
    expect(
      remarkWords(
        { code: 'twist', closureMm: -24, roomMm: 14, against: 'design', corner: null },
        units,
      ),
    ).toMatchObject({
      again: null,
      sentence: expect.stringContaining(
        'twist the body by 24 mm: either a reading is wrong or the car hangs in its ' +
          'bushes. Roll it, bounce it, take the corner again. 14 mm can be tape',
      ) as string,
    })
    expect(
      remarkWords(
        { code: 'twist', closureMm: 24, roomMm: 8, against: 'earlier', corner: 'FL' },
        units,
      ).sentence,
    ).toContain('Against the evening')
    expect(remarkWords({ code: 'sinking', meanDropMm: 6 }, units)).toMatchObject({
      again: null,
      sentence: expect.stringContaining('sinks while you measure: 6 mm') as string,
    })
  })

  test('two rounds that twist the body are doubted, and still say what changed', () => {
    const changeMm = { FL: 25, FR: 0, RL: 0, RR: 0 }
    const leastMm = { FL: 2, FR: 2, RL: 2, RR: 2 }
    const compared = (closureSuspect: boolean): string =>
      compareWords({ changeMm, leastMm, closureMm: 25, closureSuspect }, units)
    expect(compared(false)).toBe('Front left by 25 mm higher.')
    expect(compared(true)).toBe(
      'These heights twist the body by 25 mm: either a reading is wrong or the car ' +
        'hangs in its bushes. Roll it, bounce it, take the corner again. Or it stood ' +
        'on another spot. As they are: Front left by 25 mm higher.',
    )
  })

  test('a type that could not stand is told by its corner', () => {
    expect(
      refusalWords({
        code: 'stopOrder',
        corner: 'RL',
        bumpHeightMm: 500,
        designHeightMm: 480,
        droopHeightMm: 560,
      }),
    ).toMatch(/^At the rear left .* They must rise\.$/)
    expect(refusalWords({ code: 'springWouldPull', corner: 'FL', surplusN: 400.4 })).toContain(
      '400 N more than the load',
    )
    expect(refusalWords({ code: 'noRest', outcome: 'maxSteps' })).toContain('no place to rest')
  })
})

test('the morning after is eight o’clock of the next day, whenever it is asked for', () =>
  expect(
    [new Date(2026, 10, 30, 23, 59), new Date(2026, 11, 1, 0, 1)].map((now) =>
      morningAfter(now).toString(),
    ),
  ).toEqual([new Date(2026, 11, 1, 8).toString(), new Date(2026, 11, 2, 8).toString()]))
