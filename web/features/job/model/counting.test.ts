import { describe, expect, test } from 'vitest'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { judgedRound } from './judged.ts'
import { countedMm, countedReadings } from '@anklet/core/measuring/heights'
import { meansOf } from './rounds.ts'

const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const correction = (heightMm: number | null) => ({
  id: 'c',
  heightMm,
  reason: 'slipped',
  person: 'p',
  at: MORNING,
})
describe('readings as they count', () => {
  const round = roundOf(LEVEL, EVENING)
  test('a correction replaces a reading, or leaves it out; what was taken is still there', () => {
    const [first, second, ...rest] = round.readings
    const corrected = {
      ...round,
      readings: [
        { ...first!, correction: correction(470) },
        { ...second!, correction: correction(null) },
        ...rest,
      ],
    }
    expect(countedReadings(corrected)).toEqual({
      FL: [470, 480],
      FR: [480],
      RL: [480, 480],
      RR: [480, 480],
    })
    expect(meansOf(corrected).FL).toBe(475)
    expect([corrected.readings[0]!.heightMm, countedMm(corrected.readings[1]!)]).toEqual([
      480,
      null,
    ])
  })

  test('an uneven floor is added back', () =>
    expect(
      meansOf({ ...round, method: 'sillToFloor', padsMm: { FL: 0, FR: 3, RL: -1, RR: 0 } }),
    ).toEqual({ FL: 480, FR: 483, RL: 479, RR: 480 }))

  test('a doubtful reading is left out of the verdict and named', () => {
    const axle = { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: null }
    const job = jobOf()
    const judged = jobOf({
      vehicleType: {
        ...job.vehicleType,
        specifications: [
          {
            levelId: 'road',
            method: 'wheelCentreToArch',
            source: 's',
            date: '2026-01-01',
            front: axle,
            rear: axle,
          },
        ],
      },
    })
    const slipped = {
      ...round,
      readings: [
        ...round.readings,
        { id: 99, corner: 'RR' as const, lap: 3, heightMm: 455, at: EVENING, correction: null },
      ],
    }
    const verdict = judgedRound(judged, slipped, 1.5)!
    expect(verdict.leftOut).toEqual([{ corner: 'RR', heightMm: 455, middleMm: 480 }])
    expect(verdict.answer.corners.RR.meanMm).toBe(480)
  })
})
