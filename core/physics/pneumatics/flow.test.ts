import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { P_ATM_BAR } from '../../base/units/index.ts'
import { CRITICAL_RATIO, flowFunction, leakFlowLPerS } from './index.ts'

describe('flow through a leak', () => {
  test('choked below the critical ratio: flow is C times pressure', () => {
    expect(flowFunction(CRITICAL_RATIO)).toBe(1)
    expect(leakFlowLPerS(2e-5, 8, 293.15)).toBeCloseTo(1.6e-4, 12)
    expect(leakFlowLPerS(2e-5, 8, 273.15)).toBeCloseTo(1.6e-4 * Math.sqrt(293.15 / 273.15), 12)
  })

  test('the flow function falls without a jump to nothing at equal pressures', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        fc.double({ min: 0, max: 0.001, noNaN: true }),
        (ratio, step) => {
          const [here, next] = [flowFunction(ratio), flowFunction(ratio + step)]
          expect(next).toBeLessThanOrEqual(here)
          expect(here - next).toBeLessThan(0.05)
          expect(here).toBeGreaterThanOrEqual(0)
        },
      ),
      { seed: 4 },
    )
    expect(flowFunction(0.75)).toBeCloseTo(Math.sqrt(0.75), 12)
    expect(flowFunction(1)).toBe(0)
  })

  test('nothing flows in, and nothing out of an empty spring', () => {
    expect(leakFlowLPerS(1e-3, P_ATM_BAR, 293.15)).toBe(0)
    expect(leakFlowLPerS(1e-3, 0.2, 293.15)).toBe(0)
  })
})
