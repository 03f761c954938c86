import { describe, expect, test } from 'vitest'
import { normal, seeded } from '../../base/random/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import type { LeakdownRequest } from './index.ts'
import { forecast, inferLeak, inferNights } from './index.ts'

const vehicle = sampleVehicle()
const TAPE_MM = 1.5

/** A night measured by tape. */
function nightOf(
  leaks: Partial<Record<Corner, number>>,
  seed: number,
  { hours = 8, startC = 12, endC = 6 } = {},
): LeakdownRequest {
  const random = seeded(seed)
  const run = forecast({ vehicle, startC, endC, hours, leaks, sampleHours: [0, hours] })
  if (!run.ok) throw new Error(run.error.code)
  const tape = (at: 0 | 1) =>
    perCorner((corner) =>
      [0, 1].map(() => run.value[at]!.heightMm[corner] + TAPE_MM * normal(random)),
    )
  return { vehicle, hours, startC, endC, before: tape(0), after: tape(1) }
}
const value = <Answer>(result: { ok: true; value: Answer } | { ok: false }): Answer => {
  if (!result.ok) throw new Error('No answer.')
  return result.value
}
const SMALL = 5e-6

describe('nights of one case', () => {
  test('one night is what it says alone', () => {
    const night = nightOf({ RL: SMALL }, 3)
    const { together, alone } = value(inferNights([night]))
    expect(together).toEqual(value(inferLeak(night)))
    expect(alone).toEqual(together)
  })
  test('a night after another sharpens the answer, on average over many', () => {
    const said = Array.from({ length: 12 }, (_, i) => {
      const [first, second] = [nightOf({ RL: SMALL }, 20 + i), nightOf({ RL: SMALL }, 90 + i)]
      const { together, alone } = value(inferNights([first, second]))
      return [together.posterior.RL!, alone.posterior.RL!] as const
    })
    const mean = (at: 0 | 1): number => said.reduce((sum, each) => sum + each[at], 0) / said.length
    expect(mean(0)).toBeGreaterThan(mean(1) + 0.05)
  })
  test('the order of nights does not matter to what is believed', () => {
    const [a, b, c] = [1, 2, 3].map((seed) => nightOf({ FL: SMALL, FR: SMALL }, seed)) as [
      LeakdownRequest,
      LeakdownRequest,
      LeakdownRequest,
    ]
    const [one, other] = [
      value(inferNights([a, b, c])).together.posterior,
      value(inferNights([b, a, c])).together.posterior,
    ]
    for (const [id, p] of Object.entries(one))
      expect(other[id as keyof typeof other]).toBeCloseTo(p, 9)
  })
  test('the size of the leak is known better by two', () => {
    const [a, b] = [nightOf({ RR: 8e-6 }, 5), nightOf({ RR: 8e-6 }, 6)]
    const { together, alone } = value(inferNights([a, b]))
    expect(together.best).toBe('RR')
    const spread = (rate: { low: number; high: number } | null): number => rate!.high / rate!.low
    expect(spread(together.rateBarLPerH)).toBeLessThan(spread(alone.rateBarLPerH))
  })
  test('tight nights together say so; a leak at another corner each night is no one leak', () => {
    const tight = value(inferNights([nightOf({}, 7), nightOf({}, 8), nightOf({}, 9)])).together
    expect(tight.best).toBe('none')
    const torn = value(inferNights([nightOf({ FL: 2e-5 }, 1), nightOf({ RR: 2e-5 }, 2)])).together
    expect(Object.values(torn.posterior).every((p) => Number.isFinite(p))).toBe(true)
    expect(torn.posterior.FL! + torn.posterior.RR!).toBeLessThan(0.5)
  })
  test('a night that cannot be is refused', () => {
    const night = nightOf({}, 1)
    const outside = { hour: 99, temperatureC: 5, readings: night.after }
    expect(inferNights([night, { ...night, between: [outside] }])).toMatchObject({
      ok: false,
      error: { code: 'roundOutside' },
    })
  })
})
