import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { sampleVehicle } from '../samples/index.ts'
import type { Corner, PerCorner } from '../vehicle/index.ts'
import { perCorner } from '../vehicle/index.ts'
import type { LapReading } from './index.ts'
import {
  checkRound,
  closureMm,
  closureSuspect,
  closureUncertaintyMm,
  meanHeights,
} from './index.ts'

const TRACKS = { trackFrontMm: 1640, trackRearMm: 1520 }
const two = perCorner(() => 2)

/** What a rigid body's rise, pitch and roll change at each corner. */
const rigid = (rise: number, pitch: number, roll: number): PerCorner<number> =>
  perCorner(
    (corner) =>
      rise +
      (corner.startsWith('F') ? pitch : -pitch) +
      (roll *
        (corner.endsWith('L') ? 1 : -1) *
        (corner.startsWith('F') ? TRACKS.trackFrontMm : TRACKS.trackRearMm)) /
        2,
  )

const reading = (corner: Corner, lap: 1 | 2, heightMm: number): LapReading => ({
  corner,
  lap,
  heightMm,
})
const lap = (number: 1 | 2, heights: PerCorner<number>): LapReading[] =>
  (['FL', 'FR', 'RR', 'RL'] as const).map((corner) => reading(corner, number, heights[corner]))
const level = perCorner(() => 480)
const check = (
  readings: readonly LapReading[],
  earlier: { meanMm: PerCorner<number>; count: PerCorner<number> } | null = null,
) => checkRound({ vehicle: sampleVehicle(), readings, earlier, repeatabilityMm: 1.5 })

describe('closure', () => {
  test('is nothing for every motion of a rigid body', () => {
    const motion = fc.double({ min: -100, max: 100, noNaN: true })
    fc.assert(
      fc.property(
        motion,
        motion,
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        (rise, pitch, roll) => {
          expect(closureMm(rigid(rise, pitch, roll), TRACKS)).toBeCloseTo(0, 9)
        },
      ),
      { seed: 7 },
    )
  })

  test('shows one wrong reading in full in front, by the ratio of the tracks behind', () => {
    expect(closureMm({ ...rigid(3, 2, 0.01), FL: rigid(3, 2, 0.01).FL + 10 }, TRACKS)).toBeCloseTo(
      10,
      9,
    )
    expect(closureMm({ ...rigid(3, 2, 0.01), RR: rigid(3, 2, 0.01).RR + 10 }, TRACKS)).toBeCloseTo(
      (10 * 1640) / 1520,
      9,
    )
  })

  test('its uncertainty falls with the square root of the readings, and is endless without any', () => {
    const request = {
      vehicle: { trackFrontMm: 1600, trackRearMm: 1600 },
      changeMm: level,
      countBefore: two,
      countAfter: two,
      repeatabilityMm: 1.5,
    }
    expect(closureUncertaintyMm(request)).toBeCloseTo(1.5 * Math.sqrt(4), 12)
    const eight = perCorner(() => 8)
    expect(closureUncertaintyMm({ ...request, countBefore: eight, countAfter: eight })).toBeCloseTo(
      1.5,
      12,
    )
    expect(closureUncertaintyMm({ ...request, countAfter: perCorner(() => 0) })).toBe(Infinity)
  })

  test('is suspect beyond twice its uncertainty and the tyres, counted from what is expected', () => {
    const at = (offMm: number, expectedMm = 0) =>
      closureSuspect({
        vehicle: { trackFrontMm: 1600, trackRearMm: 1600 },
        changeMm: { FL: offMm, FR: 0, RL: 0, RR: 0 },
        countBefore: two,
        countAfter: two,
        repeatabilityMm: 1.5,
        expectedMm,
      })
    expect([at(7.9), at(8.1), at(-8.1)]).toEqual([false, true, true])
    expect([at(12, 5), at(14, 5)]).toEqual([false, true])
  })
})

describe('a round while it is walked', () => {
  test('says nothing before it can know', () => {
    expect(check([])).toEqual([])
    expect(check([reading('FL', 1, 480), reading('FR', 1, 470)])).toEqual([])
    expect(check([...lap(1, level), ...lap(2, level)])).toEqual([])
  })

  test('speaks up at the corner whose laps disagree', () => {
    const remarks = check([...lap(1, level), reading('RR', 2, 470)])
    expect(remarks).toEqual([{ code: 'lapsDiffer', corner: 'RR', firstMm: 480, secondMm: 470 }])
  })

  test('does not say the same slip twice: a corner whose laps disagree is not called a twist as well', () => {
    expect(check([...lap(1, level), reading('FL', 2, 530)]).map(({ code }) => code)).toEqual([
      'lapsDiffer',
    ])
  })

  test('hears a figure typed wrong as a twist no body can have', () => {
    const [remark] = check(lap(1, { ...level, FL: 430 }))
    expect(remark).toMatchObject({ code: 'twist', against: 'design' })
    expect(check(lap(1, { ...level, FL: 450, FR: 450 }))).toEqual([])
  })

  test('against an earlier round on the same spot it allows less', () => {
    const off = { ...level, RL: 468 }
    expect(check(lap(1, off))).toEqual([])
    expect(check(lap(1, off), { meanMm: level, count: two })).toMatchObject([
      { code: 'twist', against: 'earlier' },
    ])
  })

  test('tells a car that sinks while it is measured from a wrong reading', () => {
    const remarks = check([
      ...lap(1, level),
      ...lap(
        2,
        perCorner(() => 474),
      ),
    ])
    expect(remarks).toEqual([{ code: 'sinking', meanDropMm: 6 }])
  })

  test('the last reading at a stop is the one that counts', () => {
    expect(check([...lap(1, level), reading('FL', 2, 430), reading('FL', 2, 480)])).toEqual([])
  })

  test('means are taken corner by corner', () => {
    expect(meanHeights({ FL: [480, 482], FR: [470], RL: [1, 2, 3], RR: [9] })).toEqual({
      FL: 481,
      FR: 470,
      RL: 2,
      RR: 9,
    })
  })
})
