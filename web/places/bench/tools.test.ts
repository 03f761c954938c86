import { describe, expect, test } from 'vitest'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '@anklet/core/samples'
import type { VehicleGeometry } from '@anklet/core/vehicle'
import { perCorner } from '@anklet/core/vehicle'
import { parseNumber } from '../../state/typed.ts'
import type { StanceChange } from './tools.ts'
import { AS_DESIGNED, readList, stanceOf } from './tools.ts'

const heights = (vehicle: VehicleGeometry, change: Partial<StanceChange> = {}) => {
  const rest = stanceOf(vehicle, { ...AS_DESIGNED, ...change })
  if (!rest.ok) throw new Error(rest.error.code)
  return rest.value.heightMm
}

describe('stance', () => {
  test('as designed it stands level, coils in front included', () => {
    for (const vehicle of [sampleVehicle(), rearLevelledVehicle()]) for (const height of Object.values(heights(vehicle))) expect(height).toBeCloseTo(480, 5)
  })

  test('air taken out of one corner lowers it most and lifts the opposite one', () => {
    const { FL, FR, RL, RR } = heights(paperVehicle(), { airShare: { FL: 0.9, FR: 1, RL: 1, RR: 1 } })
    expect(FL).toBeLessThan(Math.min(FR, RL))
    expect(RR).toBeGreaterThan(480)
  })

  test('load lowers, cold lowers, and an empty spring sits on its stop', () => {
    expect(heights(sampleVehicle(), { payloadN: perCorner(() => 500) }).FL).toBeLessThan(475)
    expect(heights(sampleVehicle(), { temperatureC: -10 }).RR).toBeLessThan(475)
    const rest = stanceOf(sampleVehicle(), { ...AS_DESIGNED, airShare: { FL: 0, FR: 1, RL: 1, RR: 1 } })
    expect(rest.ok && rest.value.onBumpStop.FL).toBe(true)
  })

  test('a vehicle that cannot stand says why', () => {
    expect(stanceOf(sampleVehicle({ front: { coilForceAtDesignN: 9000 } }), AS_DESIGNED)).toMatchObject({ ok: false, error: { code: 'springWouldPull' } })
  })
})

test('a row of readings is read with spaces, semicolons, slashes and decimal commas, or not at all', () => {
  expect(readList('457 457,5  456', parseNumber)).toEqual([457, 457.5, 456])
  expect(readList('457; 458/459', parseNumber)).toEqual([457, 458, 459])
  expect(readList('457 low', parseNumber)).toBeNull()
  expect(readList('  ', parseNumber)).toBeNull()
})
