import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { normal, seeded } from '../../base/random/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { ComparedRound, Readings } from './index.ts'
import {
  addPadsBack,
  compareRounds,
  guardMm,
  heightVerdict,
  isFloorBased,
  isRideHeight,
  learnRepeatability,
  leaveDoubtfulOut,
  METHODS,
} from './index.ts'

const level = (mm: number, count = 2) => perCorner(() => Array.from({ length: count }, () => mm))

describe('ways of measuring', () => {
  test('only one is ride height, only one meets the floor', () => {
    expect(METHODS.filter(isRideHeight)).toEqual(['wheelCentreToArch'])
    expect(METHODS.filter(isFloorBased)).toEqual(['sillToFloor'])
  })
  test('an uneven floor is taken out before judging', () => {
    const readings = { FL: [300, 301], FR: [296], RL: [310], RR: [305] }
    expect(addPadsBack(readings, { FL: 0, FR: 4, RL: -2, RR: 1 })).toEqual({
      FL: [300, 301],
      FR: [300],
      RL: [308],
      RR: [306],
    })
    expect(addPadsBack(readings, null)).toBe(readings)
  })
})

describe('doubtful readings', () => {
  test('one slip among three is left out and named; of two nobody can tell', () => {
    const { kept, leftOut } = leaveDoubtfulOut(
      { FL: [480, 508, 481], FR: [480, 500], RL: [470, 471, 470, 472], RR: [460] },
      1.5,
    )
    expect(leftOut).toEqual([{ corner: 'FL', heightMm: 508, middleMm: 481 }])
    expect(kept).toEqual({ FL: [480, 481], FR: [480, 500], RL: [470, 471, 470, 472], RR: [460] })
  })
  test('ordinary scatter is never left out, and something always stays', () => {
    const list = fc.array(fc.double({ min: 478, max: 482, noNaN: true }), {
      minLength: 1,
      maxLength: 6,
    })
    fc.assert(
      fc.property(fc.tuple(list, list, list, list), (lists) => {
        expect(
          leaveDoubtfulOut(
            perCorner((_, i) => lists[i]!),
            1.5,
          ).leftOut,
        ).toEqual([])
      }),
      { seed: 2 },
    )
    const wild = fc.array(fc.double({ min: 50, max: 2000, noNaN: true }), {
      minLength: 1,
      maxLength: 5,
    })
    fc.assert(
      fc.property(wild, (FL) => {
        expect(leaveDoubtfulOut({ ...level(480), FL }, 1.5).kept.FL.length * 2).toBeGreaterThan(
          FL.length,
        )
      }),
      { seed: 3 },
    )
  })
})

describe('the shop’s own repeatability', () => {
  const rounds = (count: number, sigma: number, sinkMm: number) => {
    const random = seeded(17)
    return Array.from({ length: count }, () =>
      perCorner(() => [480 + sigma * normal(random), 480 - sinkMm + sigma * normal(random)]),
    )
  }
  test('is what the rounds scatter by, whatever the car sank meanwhile', () => {
    for (const sinkMm of [0, 6])
      expect(learnRepeatability(rounds(400, 2.2, sinkMm))!.repeatabilityMm).toBeCloseTo(2.2, 0)
    expect(learnRepeatability(rounds(400, 2.2, 0))!.repeats).toBe(1200)
  })
  test('is not learned from a few rounds, nor believed beyond what a tape can do', () => {
    expect(learnRepeatability(rounds(7, 2, 0))).toBeNull()
    expect(learnRepeatability(rounds(50, 0, 0))!.repeatabilityMm).toBe(0.4)
    expect(
      learnRepeatability([perCorner((corner) => (corner === 'FL' ? [480, 481] : [480]))]),
    ).toBeNull()
  })
})

describe('one round against another', () => {
  const round = (readings: Readings): ComparedRound => ({ readings, modelSigmaMm: 2 })
  test('tells what changed, what the tape can tell, and a reading that cannot be right', () => {
    const same = compareRounds(sampleVehicle(), round(level(480)), round(level(470)), 1.5)
    for (const corner of CORNERS) expect(same.changeMm[corner]).toBe(-10)
    expect(same.closureSuspect).toBe(false)
    expect(same.leastMm.FL).toBeCloseTo(1.645 * 1.5, 9)
    const slipped = compareRounds(
      sampleVehicle(),
      round(level(480)),
      round({ ...level(470), RL: [500, 500] }),
      1.5,
    )
    expect(slipped.closureMm).toBeCloseTo(-30, 9)
    expect(slipped.closureSuspect).toBe(true)
  })
  test('the guard of a count is the guard of a verdict', () => {
    for (const count of [1, 2, 4])
      expect(
        heightVerdict({
          readingsMm: Array.from({ length: count }, () => 465),
          nominalMm: 465,
          minusMm: 10,
          plusMm: 10,
          repeatabilityMm: 1.5,
        }).guardMm,
      ).toBeCloseTo(guardMm(count, 1.5), 12)
  })
})
