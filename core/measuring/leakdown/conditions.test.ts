import { usualArchitecture } from '../../base/vehicle/index.ts'
import { describe, expect, test } from 'vitest'
import { gasTemperatureSigmaK, HYPOTHESES, PRIOR_WEIGHT, priorsFor } from './index.ts'

describe('how well the gas temperature is known', () => {
  test('twenty minutes after a drive 6 K, two hours beside the springs 1 K, and it only gets better', () => {
    const at = (minutesSinceRun: number) =>
      gasTemperatureSigmaK({ thermometer: 'atSprings', minutesSinceRun })
    expect(at(20)).toBeCloseTo(6, 9)
    expect(at(0)).toBeCloseTo(6, 9)
    expect(at(120)).toBeCloseTo(1, 9)
    for (let minutes = 20; minutes < 300; minutes += 10)
      expect(at(minutes + 10)).toBeLessThanOrEqual(at(minutes))
  })

  test('a thermometer elsewhere, or a soak nobody knows of, is never called good', () => {
    expect(gasTemperatureSigmaK({ thermometer: 'elsewhere', minutesSinceRun: 600 })).toBe(5)
    expect(gasTemperatureSigmaK({ thermometer: 'atSprings', minutesSinceRun: null })).toBe(3)
    expect(gasTemperatureSigmaK({ thermometer: 'sameRoom', minutesSinceRun: 600 })).toBe(3)
  })
})

describe('weights before any reading', () => {
  test('the table adds up to 1', () => {
    expect(HYPOTHESES.reduce((sum, id) => sum + PRIOR_WEIGHT[id], 0)).toBeCloseTo(1, 12)
  })

  test('a shared block is not blamed where each spring has its valve', () => {
    const { weights, reasons } = priorsFor(usualArchitecture({ valves: 'perSpring' }), {
      corners: [],
    })
    expect(weights.frontPair).toBeCloseTo(0.01, 12)
    expect(reasons.map(({ code }) => code)).toEqual(['noSharedBlock', 'noSharedBlock'])
  })

  test('a cross valve makes a whole axle likelier, and an axle without air says nothing', () => {
    const { weights, reasons } = priorsFor(
      usualArchitecture({
        crossValve: { front: true, rear: false },
        air: { front: 'strut', rear: 'none' },
        valves: 'perSpring',
      }),
      { corners: [] },
    )
    expect(weights).toEqual({ frontPair: expect.closeTo(0.15, 12) as number })
    expect(reasons).toEqual([{ code: 'crossValve', axle: 'front' }])
  })

  test('what the customer named counts double; an axle named lifts its single springs too', () => {
    expect(priorsFor(usualArchitecture({}), { corners: ['FL'] }).weights).toEqual({ FL: 0.2 })
    const { weights } = priorsFor(usualArchitecture({}), { corners: ['RL', 'RR'] })
    expect(weights.rearPair).toBeCloseTo(0.2, 12)
    expect(weights.rearBoth).toBeCloseTo(0.06, 12)
    expect(weights.RL).toBeCloseTo(0.1 * Math.SQRT2, 12)
    expect(priorsFor(usualArchitecture({}), { corners: [] })).toEqual({ weights: {}, reasons: [] })
  })
})
