import { describe, expect, test } from 'vitest'
import type { AxleSpecifications } from '@anklet/core/measuring/heights'
import { judgeRound } from '@anklet/core/measuring/heights'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { mapCorners } from '@anklet/core/base/vehicle'
import { roundVerdictNotes, roundVerdictWords, verdictWords } from './verdicts.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const SPEC: AxleSpecifications = {
  front: { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: 8 },
  rear: { nominalMm: 470, minusMm: 10, plusMm: 10, leftRightMm: 8 },
}
const judged = (heights: PerCorner<number>) =>
  judgeRound(
    mapCorners(heights, (mm) => [mm, mm]),
    SPEC,
    1.5,
  )
const GOOD = { FL: 480, FR: 480, RL: 470, RR: 470 }

describe('a round against its specification, in words', () => {
  test('what is out is said with its millimetres, what cannot be told as such', () => {
    const words = (heights: Partial<typeof GOOD>) =>
      roundVerdictWords(judged({ ...GOOD, ...heights }), units)
    expect(words({})).toBe('All four corners are within limits.')
    expect(words({ FL: 446 })).toBe('Front left is low by 34 mm.')
    expect(words({ FL: 446, FR: 450 })).toBe('Front left and front right are low.')
    expect(words({ RR: 490, FL: 446 })).toBe(
      'Front left is low by 34 mm; rear right is high by 20 mm.',
    )
    expect(words({ RL: 460.5 })).toBe(
      'Rear left is too near the limit to call; the others are within limits.',
    )
    expect(words({ FL: 440, FR: 440, RL: 440, RR: 440 })).toBe('All four corners are low.')
  })

  test('beside each shape stands a word', () => {
    expect([
      verdictWords('in', 1, units),
      verdictWords('low', -34, units),
      verdictWords('high', 12.4, units),
      verdictWords('undecided', -9, units),
    ]).toEqual(['in', '34 low', '12 high', 'measure again'])
    expect(verdictWords('low', -25.4, { ...units, length: 'inch' })).toBe('1.00 low')
  })

  test('a lean, a nose that stands high, and readings that would decide are noted', () => {
    const notes = (heights: Partial<typeof GOOD>) =>
      roundVerdictNotes(judged({ ...GOOD, ...heights }), units)
    expect(notes({})).toEqual([])
    expect(notes({ RL: 463, RR: 475 })).toEqual([
      'The rear axle leans: left 12 mm lower, 8 mm allowed.',
    ])
    expect(notes({ FL: 484, FR: 477 })).toEqual([
      'The front axle may lean: right 7 mm lower, 8 mm allowed. More readings decide.',
    ])
    expect(notes({ FL: 484, FR: 484, RL: 468, RR: 468 })).toEqual([
      'The nose stands 6 mm high against the other end.',
    ])
    expect(notes({ FL: 472.2, FR: 475 })[0]).toMatch(
      /^Front left stands close to its limit: \d+ readings of the same would decide\.$/,
    )
    expect(notes({ FL: 470.2, FR: 475 })[0]).toMatch(
      /its own error is larger than the room left\.$/,
    )
  })
})
