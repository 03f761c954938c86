import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { temperatureDrop } from '../../physics/pneumatics/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import { mapCorners, perCorner } from '../../base/vehicle/index.ts'
import { driftOf, repairHolds } from './index.ts'

const DAY = 86_400_000
const START = Date.UTC(2026, 0, 1)
const line = (perMonth: number, days: readonly number[], noise: readonly number[] = []) =>
  days.map((day, i) => ({
    atMs: START + day * DAY,
    offMm: 2 + (perMonth * day) / 30.4 + (noise[i] ?? 0),
  }))
const DAYS = [0, 60, 120, 180, 240, 300]

describe('how a corner sinks over the months', () => {
  test('a line is found again, with no interval around an exact one', () => {
    fc.assert(
      fc.property(fc.double({ min: -5, max: 5, noNaN: true }), (perMonth) => {
        const drift = driftOf(line(perMonth, DAYS), -15)!
        expect(drift.perMonthMm).toBeCloseTo(perMonth, 6)
        expect(drift.halfMm).toBeLessThan(1e-6)
      }),
    )
  })
  test('two mm a month reach fifteen under design when arithmetic says so', () => {
    const drift = driftOf(line(-2, DAYS, [0.5, -0.4, 0.3, -0.5, 0.4, -0.3]), -25)!
    expect(drift.perMonthMm + drift.halfMm).toBeLessThan(0)
    const { soonestMs, likelyMs, latestMs } = drift.reaches!
    expect(soonestMs).toBeLessThan(likelyMs)
    expect(latestMs!).toBeGreaterThan(likelyMs)
    // 2 mm over at first, 27 mm to go at 2 mm a month: about 410 days.
    expect(Math.abs((likelyMs - START) / DAY - 410)).toBeLessThan(30)
  })
  test('wider noise gives a wider interval, and what may be none foretells nothing', () => {
    const noise = [3, -4, 2, -3, 4, -2]
    expect(driftOf(line(-2, DAYS, noise), -25)!.halfMm).toBeGreaterThan(
      driftOf(
        line(
          -2,
          DAYS,
          noise.map((mm) => mm / 4),
        ),
        -25,
      )!.halfMm,
    )
    expect(driftOf(line(-0.3, DAYS, noise), -25)!.reaches).toBeNull()
    expect(driftOf(line(1, DAYS), -25)!.reaches).toBeNull()
  })
  test('already under its limit, it is there now', () =>
    expect(driftOf(line(-3, DAYS), -15)!.reaches!.likelyMs).toBe(START + 300 * DAY))
  test('few rounds, or all of one month, are no trend', () => {
    expect(driftOf(line(-2, [0, 60, 120]), -15)).toBeNull()
    expect(driftOf(line(-2, [0, 10, 20, 30]), -15)).toBeNull()
  })
})

describe('whether a repair holds', () => {
  const vehicle = sampleVehicle()
  const thenMm = mapCorners(vehicle.corners, ({ designHeightMm }) => designHeightMm)
  const cold = temperatureDrop({ vehicle, fromC: 14, toC: -2 })
  if (!cold.ok) throw new Error(cold.error.code)
  const after = (more: Partial<Record<'FL' | 'FR' | 'RL' | 'RR', number>> = {}) =>
    mapCorners(thenMm, (mm, corner) => mm + cold.value.changeMm[corner] + (more[corner] ?? 0))
  const asked = (nowMm: typeof thenMm, nowC = -2) => {
    const answer = repairHolds({
      vehicle,
      thenMm,
      nowMm,
      thenC: 14,
      nowC,
      leastMm: perCorner(() => 2),
    })
    if (!answer.ok) throw new Error(answer.error.code)
    return answer.value
  }
  test('what the cold takes is no leak', () => {
    expect(asked(after())).toMatchObject({ verdict: 'holds', sinking: [] })
    expect(asked(thenMm, 14)).toMatchObject({
      verdict: 'holds',
      coldMm: { FL: 0, FR: 0, RL: 0, RR: 0 },
    })
    expect(asked(after({ FL: 5 })).verdict).toBe('holds')
  })
  test('what is left beyond the tape is; in between nobody can tell', () => {
    expect(asked(after({ RL: -9 }))).toMatchObject({
      verdict: 'sinks',
      sinking: ['RL'],
      leftMm: { RL: expect.closeTo(-9, 6) as number },
    })
    expect(asked(after({ RL: -3 })).verdict).toBe('cannotTell')
    // The same heights without the cold: it sank.
    expect(asked(after(), 14).verdict).toBe('sinks')
  })
})
