import { describe, expect, test } from 'vitest'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { mapCorners } from '../../base/vehicle/index.ts'
import type { AxleSpecifications } from './index.ts'
import { judgeRound } from './index.ts'

const SPEC: AxleSpecifications = {
  front: { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: 8 },
  rear: { nominalMm: 470, minusMm: 12, plusMm: 6, leftRightMm: null },
}
const judged = (heights: PerCorner<number>, count = 2) =>
  judgeRound(
    mapCorners(heights, (mm) => Array.from({ length: count }, () => mm)),
    SPEC,
    1.5,
  )
const verdicts = (heights: PerCorner<number>) =>
  mapCorners(judged(heights).corners, ({ verdict }) => verdict)

describe('a round against its specification', () => {
  test('each corner is held against its own axle', () => {
    expect(verdicts({ FL: 480, FR: 464, RL: 470, RR: 480 })).toEqual({
      FL: 'in',
      FR: 'low',
      RL: 'in',
      RR: 'high',
    })
    expect(verdicts({ FL: 471, FR: 480, RL: 461, RR: 470 })).toEqual({
      FL: 'undecided',
      FR: 'in',
      RL: 'in',
      RR: 'in',
    })
  })

  test('left against right has a limit of its own, and no systematic error', () => {
    // Guard of a difference of two means of two: 1.645 * 1.5 * sqrt(1/2 + 1/2) = 2.47 mm
    const at = (difference: number) =>
      judged({ FL: 480 + difference, FR: 480, RL: 470, RR: 470 }).leftRight.front
    expect(
      [5.5, 5.6, -5.5, 10.4, 10.5, -10.5].map((difference) => at(difference)?.verdict),
    ).toEqual(['in', 'undecided', 'in', 'undecided', 'over', 'over'])
    expect(at(-6)).toMatchObject({ differenceMm: -6, limitMm: 8 })
    expect(judged({ FL: 480, FR: 480, RL: 440, RR: 470 }).leftRight.rear).toBeNull()
  })

  test('more readings decide what two could not', () => {
    const heights = { FL: 485.9, FR: 480, RL: 470, RR: 470 }
    expect(judged(heights, 2).leftRight.front?.verdict).toBe('undecided')
    expect(judged(heights, 8).leftRight.front?.verdict).toBe('in')
  })

  test('the nose is high when the front stands over its nominal by more than the rear', () => {
    expect(judged({ FL: 484, FR: 482, RL: 468, RR: 470 }).noseHighMm).toBeCloseTo(4, 9)
    expect(judged({ FL: 480, FR: 480, RL: 470, RR: 470 }).noseHighMm).toBe(0)
  })

  test('a single sensor sees the mean of its axle and nothing of a lean', () => {
    const lean = (by: number): Record<Corner, number> => ({
      FL: 480,
      FR: 480,
      RL: 470 + by,
      RR: 470 - by,
    })
    expect(judged(lean(15)).axleMeanMm.rear).toBe(judged(lean(0)).axleMeanMm.rear)
  })
})
