import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { VerdictRequest } from './index.ts'
import { heightVerdict } from './index.ts'

const held = (readingsMm: readonly number[], change: Partial<VerdictRequest> = {}) =>
  heightVerdict({
    readingsMm,
    nominalMm: 465,
    minusMm: 10,
    plusMm: 10,
    repeatabilityMm: 1.5,
    ...change,
  })

describe('a height against its specification', () => {
  test('in the middle it is in, far off it is out', () => {
    expect(held([465, 466, 464])).toMatchObject({
      meanMm: 465,
      deviationMm: 0,
      verdict: 'in',
      readingsToDecide: 1,
    })
    expect(held([441, 442])).toMatchObject({ verdict: 'low', deviationMm: -23.5 })
    expect(held([481, 480.5, 482])).toMatchObject({ verdict: 'high' })
  })

  test('the guard band is 1.645 standard uncertainties, worked out by hand', () => {
    // u = sqrt(1.5^2 / 4 + 1) = 1.25, g = 2.05625: in from 457.05625 to 472.94375
    const at = (mm: number) => held([mm, mm, mm, mm]).verdict
    expect([at(457.05), at(457.06), at(472.94), at(472.95)]).toEqual([
      'undecided',
      'in',
      'in',
      'undecided',
    ])
    expect([at(452.94), at(452.95), at(477.05), at(477.06)]).toEqual([
      'low',
      'undecided',
      'undecided',
      'high',
    ])
    expect(held([460, 460, 460, 460]).guardMm).toBeCloseTo(2.05625, 9)
  })

  test('five readings speak with their own spread, but never as if the tape were twice as good as known', () => {
    expect(
      held([460, 461, 459.5, 460.5, 460], { systematicMm: 0.5 }).standardUncertaintyMm,
    ).toBeCloseTo(Math.sqrt(0.75 ** 2 / 5 + 0.25), 9)
    expect(held([455, 460, 465, 470, 475], { systematicMm: 0 }).standardUncertaintyMm).toBeCloseTo(
      Math.sqrt(62.5 / 5),
      9,
    )
    expect(held([455, 465]).standardUncertaintyMm).toBeCloseTo(Math.sqrt(1.5 ** 2 / 2 + 1), 9)
  })

  test('near a limit it says how many readings would decide, or that none ever will', () => {
    const { verdict, readingsToDecide } = held([457.2])
    expect([verdict, readingsToDecide]).toEqual(['undecided', 3])
    expect(held([457.2, 457.2]).verdict).toBe('undecided')
    expect(held([457.2, 457.2, 457.2]).verdict).toBe('in')
    expect(held([456.5])).toMatchObject({ verdict: 'undecided', readingsToDecide: null })
    expect(held([465], { minusMm: 0, plusMm: 0 })).toMatchObject({
      verdict: 'undecided',
      readingsToDecide: null,
    })
  })

  test('low and high mirror each other, and more readings of one height never undo a verdict', () => {
    const height = fc.double({ min: 440, max: 490, noNaN: true })
    fc.assert(
      fc.property(height, fc.integer({ min: 1, max: 4 }), (mm, count) => {
        const list = (value: number, n: number) => Array.from({ length: n }, () => value)
        const mirror = { in: 'in', undecided: 'undecided', low: 'high', high: 'low' } as const
        expect(held(list(930 - mm, count)).verdict).toBe(mirror[held(list(mm, count)).verdict])
        const before = held(list(mm, count)).verdict
        if (before !== 'undecided') expect(held(list(mm, count + 1)).verdict).toBe(before)
      }),
      { seed: 21 },
    )
  })
})
