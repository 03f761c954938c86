import { describe, expect, test } from 'vitest'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { PlanRequest } from './index.ts'
import { forecast, planWatch } from './index.ts'
import { normalQuantile } from '../../base/numbers/index.ts'

const plan = (change: Partial<PlanRequest> = {}) => {
  const answer = planWatch({
    vehicle: sampleVehicle(),
    corner: 'FL',
    leakBarLPerH: 0.12,
    readings: 2,
    meanC: 10,
    ...change,
  })
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

describe('how long to wait', () => {
  test('on paper: one corner of four sinks by three quarters of its free drop', () => {
    const freeMmPerH = 0.1 / ((5600 / 910 + P_ATM_BAR) * (293.15 / 293.15)) / (130 * 0.7 * 1e-4)
    expect(plan({ vehicle: paperVehicle(), leakBarLPerH: 0.1, meanC: 20 }).dropMmPerH).toBeCloseTo(
      0.75 * freeMmPerH,
      3,
    )
  })

  test('on paper: the wait is both odds times the uncertainty over the rate', () => {
    const { hours, sigmaMm, dropMmPerH } = plan({
      repeatabilityMm: 2,
      modelSigmaMm: 1,
      temperatureSigmaK: 0,
      readings: 4,
    })
    expect(sigmaMm).toBeCloseTo(Math.sqrt(4 * 0.5 + 1), 9)
    expect(hours).toBeCloseTo((2 * 1.6448536 * sigmaMm) / dropMmPerH, 5)
  })

  test('what it promises is what the forecast does', () => {
    const { dropMmPerH } = plan({ leakBarLPerH: 0.02 })
    // The conductance that loses 0.02 bar-litre an hour at design pressure and 10 degC.
    const c = 0.02 / 3600 / ((5600 / 910 + P_ATM_BAR) * Math.sqrt(293.15 / 283.15))
    const run = forecast({
      vehicle: sampleVehicle(),
      startC: 10,
      endC: 10,
      hours: 1,
      leaks: { FL: c },
      sampleHours: [0, 1],
    })
    if (!run.ok) throw new Error(run.error.code)
    expect(run.value[0]!.heightMm.FL - run.value[1]!.heightMm.FL).toBeCloseTo(dropMmPerH, 3)
  })

  test('a smaller leak, stricter odds, a worse tape or thermometer all take longer; more readings less', () => {
    const base = plan().hours
    for (const change of [
      { leakBarLPerH: 0.06 },
      { power: 0.99 },
      { falseAlarm: 0.01 },
      { repeatabilityMm: 3 },
      { temperatureSigmaK: 6 },
      { modelSigmaMm: 5 },
    ])
      expect(plan(change).hours).toBeGreaterThan(base)
    expect(plan({ readings: 8 }).hours).toBeLessThan(base)
    expect(plan({ leakBarLPerH: 0.24 }).hours).toBeCloseTo(base / 2, 9)
  })

  test('a corner without air is refused', () => {
    expect(
      planWatch({
        vehicle: rearLevelledVehicle(),
        corner: 'FR',
        leakBarLPerH: 0.1,
        readings: 2,
        meanC: 10,
      }),
    ).toMatchObject({ ok: false, error: { code: 'noAirSpring', corner: 'FR' } })
  })
})

describe('the normal quantile', () => {
  test.each([
    [0.5, 0],
    [0.95, 1.6448536269515],
    [0.975, 1.9599639845401],
    [0.99, 2.3263478740408],
    [0.001, -3.0902323061678],
    [1e-6, -4.7534243088229],
  ])('of %d is %d', (p, z) => {
    expect(normalQuantile(p)).toBeCloseTo(z, 7)
  })

  test('is odd about one half and endless at the ends', () => {
    expect(normalQuantile(0.3)).toBeCloseTo(-normalQuantile(0.7), 12)
    expect([normalQuantile(0), normalQuantile(1), normalQuantile(-0.1)]).toEqual([
      -Infinity,
      Infinity,
      Number.NaN,
    ])
  })
})
