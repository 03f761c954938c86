import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { USUAL_PUMP } from '../../physics/simulation/index.ts'
import type { Readings } from './index.ts'
import { CHANNEL_LIMITS, doubtOf, endsOf, findParked, pumpHabit } from './index.ts'
import { car, on, readings } from './test/checking.ts'

test('pump habit: starts, minutes a day, and stops for heat', () => {
  const done = car(1200, [on, { atS: 5, do: 'level', levelId: 'high' }], {
    faults: [{ kind: 'hotPump', factor: 12 }],
    sampleEveryS: 1,
  })
  const habit = pumpHabit(
    readings(done, ({ pumpOn }) => (pumpOn ? 1 : 0)),
    readings(done, ({ pumpC }) => pumpC),
    USUAL_PUMP.cutoutC,
  )
  expect(habit.heatStops).toBeGreaterThan(0)
  expect(habit.hottestC).toBeGreaterThan(105)
  expect(habit.starts).toBeGreaterThan(1)
  expect(habit.minutesPerDay).toBeCloseTo((habit.runS / 60) * (86_400 / 1200), 6)
  expect(habit.longestS).toBeLessThanOrEqual(habit.runS)
})
describe('channels in doubt', () => {
  const of = (values: readonly number[]): Readings => ({ atS: values.map((_, i) => i), values })
  const bar = { kind: 'pressure', ...CHANNEL_LIMITS.pressure, usual: 7 }
  test('another unit is recognised by its size', () => {
    expect(doubtOf(of([690, 700, 710]), bar)).toEqual({ code: 'otherUnit', unit: 'kPa' })
    expect(doubtOf(of([100, 101, 102]), bar)).toEqual({ code: 'otherUnit', unit: 'psi' })
    expect(
      doubtOf(of([18.9, 19, 19.1]), { kind: 'height', ...CHANNEL_LIMITS.height, usual: 480 }),
    ).toEqual({ code: 'otherUnit', unit: 'inch' })
  })
  test('what is right raises no doubt, whatever it does', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 4, max: 12, noNaN: true }), { minLength: 1 }),
        (values) => {
          expect(doubtOf(of(values), bar)).toBeNull()
        },
      ),
    )
  })
  test('out of range, and stuck while others move', () => {
    expect(doubtOf(of([7, 55, 7]), bar)).toEqual({ code: 'outOfRange' })
    expect(
      doubtOf(of(Array.from({ length: 60 }, () => 7.25)), { ...bar, othersMove: true }),
    ).toEqual({ code: 'stuck' })
    expect(doubtOf(of(Array.from({ length: 60 }, () => 7.25)), bar)).toBeNull()
  })
})
describe('a car left alone, found in a log', () => {
  const H = 3600
  // Driven, parked for ten hours without a row in the middle (a module asleep tells nothing), driven again.
  const atS = [
    ...Array.from({ length: 30 }, (_, i) => i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + 10 * H + i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + 10 * H + 1200 + i * 60),
  ]
  const height: Readings = {
    atS,
    values: atS.map((at) =>
      at < 1800 ? 480 : at < 1800 + 10 * H + 1200 ? 480 - ((at - 1800) / H) * 2 : 480,
    ),
  }
  const runs: Readings = {
    atS,
    values: atS.map((at) => (at < 1800 || at >= 1800 + 10 * H + 1200 ? 1 : 0)),
  }
  test('over a gap, from the last run of the pump to the next', () => {
    const [night, ...others] = findParked([height], runs)
    expect(others).toEqual([])
    expect(night).toEqual({ fromS: 1800, toS: 1800 + 10 * H + 1140 })
    const { before, after } = endsOf(height, night!)
    expect(before! - after!).toBeCloseTo(20.3, 0)
  })
  test('without word of the pump, a rise ends it', () =>
    expect(findParked([height], null).some(({ toS }) => toS === 1800 + 10 * H + 1140)).toBe(true))
  test('two hours at least', () =>
    expect(findParked([{ atS: [0, 3600], values: [480, 479] }], null)).toEqual([]))
})
