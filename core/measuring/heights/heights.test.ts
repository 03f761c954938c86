import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { sampleVehicle } from '../../base/samples/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import type { LapReading, RoundCheckRequest } from './index.ts'
import { closureMm } from '../../physics/pneumatics/index.ts'
import {
  checkRound,
  closureSuspect,
  closureUncertaintyMm,
  meanHeights,
  modelSigmaMm,
  standCovarianceMm2,
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
  earlier: RoundCheckRequest['earlier'] = null,
  modelSigma = 2,
) =>
  checkRound({
    vehicle: sampleVehicle(),
    readings,
    earlier,
    repeatabilityMm: 1.5,
    modelSigmaMm: modelSigma,
  })

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

  test('its uncertainty is tape and bushes at four corners, endless without a reading', () => {
    const equal = { trackFrontMm: 1600, trackRearMm: 1600 }
    const stands = (count: number, modelSigma: number) =>
      [0, 1].map(() => ({ count: perCorner(() => count), modelSigmaMm: modelSigma }))
    const u = (count: number, modelSigma: number): number =>
      closureUncertaintyMm(equal, standCovarianceMm2(stands(count, modelSigma), 1.5))
    expect(u(2, 0)).toBeCloseTo(1.5 * Math.sqrt(4), 12)
    expect(u(8, 0)).toBeCloseTo(1.5, 12)
    expect(u(Infinity, 3)).toBeCloseTo(3 * Math.sqrt(4), 12)
    expect(u(2, 3)).toBeCloseTo(Math.hypot(3, 6), 12)
    expect(u(0, 3)).toBe(Infinity)
  })

  test('changes that go together are worth less doubt than their sum', () => {
    const tracks = { trackFrontMm: 1600, trackRearMm: 800 }
    // All four moved by one unknown amount: that twists nothing.
    expect(closureUncertaintyMm(tracks, new Float64Array(16).fill(9))).toBeCloseTo(0, 9)
    const one = new Float64Array(16)
    one[15] = 9
    expect(closureUncertaintyMm(tracks, one)).toBeCloseTo(2 * 3, 12)
  })

  test('is suspect beyond twice its uncertainty and the tyres, counted from what is expected', () => {
    const stand = { count: two, modelSigmaMm: 0 }
    const at = (offMm: number, expectedMm = 0) =>
      closureSuspect({
        vehicle: { trackFrontMm: 1600, trackRearMm: 1600 },
        changeMm: { FL: offMm, FR: 0, RL: 0, RR: 0 },
        covarianceMm2: standCovarianceMm2([stand, stand], 1.5),
        expectedMm,
      })
    expect([at(7.9), at(8.1), at(-8.1)]).toEqual([false, true, true])
    expect([at(12, 5), at(14, 5)]).toEqual([false, true])
  })

  test('a car that was settled earns a millimetre', () => {
    expect([modelSigmaMm(true), modelSigmaMm(false)]).toEqual([2, 3])
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
    const earlier = { meanMm: level, count: two, modelSigmaMm: 2 }
    const off = { ...level, RL: 466 }
    expect(check(lap(1, off))).toEqual([])
    expect(check(lap(1, off), earlier)).toMatchObject([{ code: 'twist', against: 'earlier' }])
    // A car that nobody bounced may hang in its bushes by as much.
    expect(check(lap(1, off), { ...earlier, modelSigmaMm: 3 }, 3)).toEqual([])
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
