import fc from 'fast-check'
import { expect, test } from 'vitest'
import { seedOr } from '../../test/effort.ts'
import {
  choleskyOf,
  fitLine,
  integrateStiff,
  meanOf,
  normalQuantile,
  sumOf,
  whiten,
} from './index.ts'

test('sums and means, and none of nothing', () => {
  expect([sumOf([]), sumOf([2, 3, 7])]).toEqual([0, 12])
  expect([meanOf([]), meanOf([2, 3, 7])]).toEqual([Number.NaN, 4])
})

test('a line worked out on paper: slope, mean, and what it leaves', () => {
  expect(fitLine([0, 1, 2, 3], [1, 3, 5, 9])).toEqual({
    slope: 2.6,
    meanX: 1.5,
    meanY: 4.5,
    sxx: 5,
    residuals: [
      expect.closeTo(0.4),
      expect.closeTo(-0.2),
      expect.closeTo(-0.8),
      expect.closeTo(0.6),
    ],
  })
})

test('readings that are all alike tell no line', () => {
  expect(fitLine([0.1, 0.1, 0.1], [1, 2, 3])).toBeNull()
  expect(fitLine([], [])).toBeNull()
})

test('what a line leaves is neither lifted nor tilted', () => {
  const points = fc.array(
    fc.tuple(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 })),
    {
      minLength: 2,
      maxLength: 30,
    },
  )
  fc.assert(
    fc.property(points, (list) => {
      const x = list.map(([at]) => at)
      const line = fitLine(
        x,
        list.map(([, value]) => value),
      )
      if (!line) return
      expect(sumOf(line.residuals)).toBeCloseTo(0, 6)
      expect(sumOf(line.residuals.map((left, i) => left * (x[i]! - line.meanX)))).toBeCloseTo(0, 3)
    }),
    { seed: seedOr(11) },
  )
})

test('the Cholesky factor times itself is the covariance, and whitening undoes it', () => {
  const covariance = Float64Array.from([4, 2, 0.6, 2, 2, 0.5, 0.6, 0.5, 1])
  const factor = choleskyOf(covariance, 3)
  for (let i = 0; i < 3; i += 1)
    for (let j = 0; j < 3; j += 1)
      expect(sumOf([0, 1, 2].map((k) => factor[3 * i + k]! * factor[3 * j + k]!))).toBeCloseTo(
        covariance[3 * i + j]!,
      )
  const z = [1, -2, 0.5]
  const v = Float64Array.from([0, 1, 2], (i) =>
    sumOf([0, 1, 2].map((k) => factor[3 * i + k]! * z[k]!)),
  )
  whiten(factor, 3, v)
  expect([...v]).toEqual(z.map((value) => expect.closeTo(value) as number))
})

test('a covariance without room still has a factor', () => {
  expect([...choleskyOf(new Float64Array(4), 2)].every(Number.isFinite)).toBe(true)
  expect(choleskyOf(new Float64Array(4), 2)[0]).toBeGreaterThan(0)
})

test('quantiles of the normal distribution as printed in tables', () => {
  expect(normalQuantile(0.5)).toBeCloseTo(0)
  expect(normalQuantile(0.95)).toBeCloseTo(1.6448536, 6)
  expect(normalQuantile(0.001)).toBeCloseTo(-3.0902323, 6)
  expect([normalQuantile(0), normalQuantile(1), normalQuantile(1.1)]).toEqual([
    -Infinity,
    Infinity,
    Number.NaN,
  ])
})

test('a stiff decay follows its exponential, and stops when it is told to', () => {
  const y = Float64Array.of(1)
  const fall = (_: number, now: Float64Array, out: Float64Array) => {
    out[0] = -1000 * now[0]!
  }
  const end = integrateStiff(fall, y, 0, 0.004, { tolerance: 1e-6, firstStep: 1e-4 })
  expect(end.outcome).toBe('reachedEnd')
  expect(y[0]).toBeCloseTo(Math.exp(-4), 4)
  const stopped = integrateStiff(fall, Float64Array.of(1), 0, 1, {
    tolerance: 1e-6,
    firstStep: 1e-4,
    onStep: (_, now) => now[0]! > 0.5,
  })
  expect(stopped.outcome).toBe('stopped')
  expect(stopped.t).toBeLessThan(1)
})
