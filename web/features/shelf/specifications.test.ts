import { describe, expect, test } from 'vitest'
import { jobOf, roundOf } from '@anklet/language/test/records'
import { BLANK_SPECIFICATION, formOf, specificationKey, specificationsOf } from './typeForm.ts'
import { bandWhileWalking, judgedRound } from '../job/model/judged.ts'

const EVENING = '2026-11-24T19:00:00.000Z'
describe('specifications', () => {
  const axle = { nominalMm: 480, minusMm: 10, plusMm: 12, leftRightMm: 8 }
  const specification = {
    levelId: 'road',
    method: 'wheelCentreToArch' as const,
    source: 'sheet 12',
    date: '2026-01-15',
    front: axle,
    rear: { ...axle, leftRightMm: null },
  }
  const { vehicleType } = jobOf()
  const specified = { ...vehicleType, specifications: [specification] }

  test('what is known comes back as it was, levels left empty have none', () => {
    expect(specificationsOf(formOf(specified)!)).toEqual({
      ok: true,
      specifications: [specification],
    })
    expect(
      specificationsOf({
        ...formOf(vehicleType)!,
        specifications: { [specificationKey('road', 'wheelCentreToArch')]: BLANK_SPECIFICATION },
      }),
    ).toEqual({ ok: true, specifications: [] })
    expect(
      specificationsOf({
        ...formOf(specified)!,
        specifications: {
          [specificationKey('gone', 'wheelCentreToArch')]:
            formOf(specified)!.specifications[specificationKey('road', 'wheelCentreToArch')]!,
        },
      }),
    ).toEqual({ ok: true, specifications: [] })
  })

  test('what is missing or cannot be is named', () => {
    const form = formOf(specified)!
    const road = form.specifications[specificationKey('road', 'wheelCentreToArch')]!
    const sentence = (change: Partial<typeof road>) => {
      const outcome = specificationsOf({
        ...form,
        specifications: { [specificationKey('road', 'wheelCentreToArch')]: { ...road, ...change } },
      })
      return outcome.ok ? null : outcome.sentence
    }
    const front = (change: Partial<typeof road.axles.front>) => ({
      axles: { ...road.axles, front: { ...road.axles.front, ...change } },
    })
    expect(sentence(front({ minusMm: '' }))).toBe(
      'Specification for road, tolerance downwards, front: not entered: look it up.',
    )
    expect(sentence(front({ minusMm: '480' }))).toBe(
      'Specification for road, front: a tolerance of 480 mm on a height of 480 mm cannot be.',
    )
    expect(sentence(front({ plusMm: '-3' }))).toBe(
      'Specification for road, tolerance upwards, front: "-3" is not a height or tolerance.',
    )
    expect(sentence({ source: ' ' })).toBe('Specification for road: where is it written?')
    expect(sentence({ date: '' })).toBe('Specification for road: of what date is the source?')
    expect(sentence(front({ leftRightMm: '' }))).toBeNull()
  })

  test('a round is held against its own level only, and the guard shrinks with readings', () => {
    const job = jobOf({ vehicleType: specified })
    const round = roundOf({ FL: 446, FR: 480, RL: 480, RR: 480 }, EVENING)
    expect(judgedRound(job, round, 1.5)?.answer.corners.FL.verdict).toBe('low')
    expect(judgedRound(job, { ...round, levelId: 'high' }, 1.5)).toBeNull()
    expect(judgedRound(job, { ...round, method: 'axleToBracket' }, 1.5)).toBeNull()
    expect(bandWhileWalking(specification, 'FL', 8, 1.5)).toMatchObject({
      leastMm: 470,
      mostMm: 492,
    })
    expect(bandWhileWalking(specification, 'FL', 8, 1.5).guardMm).toBeLessThan(
      bandWhileWalking(specification, 'FL', 0, 1.5).guardMm,
    )
  })
})
