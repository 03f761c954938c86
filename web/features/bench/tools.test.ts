import { describe, expect, test } from 'vitest'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '@anklet/core/base/samples'
import type { VehicleGeometry } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import { parseNumber } from '../../kit/typed.ts'
import type { StanceChange } from './tools.ts'
import { readFigures, unitOf, written } from '../../kit/readFigures.ts'
import { AS_DESIGNED, readList, stanceOf } from './tools.ts'

const heights = (vehicle: VehicleGeometry, change: Partial<StanceChange> = {}) => {
  const rest = stanceOf(vehicle, { ...AS_DESIGNED, ...change })
  if (!rest.ok) throw new Error(rest.error.code)
  return rest.value.heightMm
}

describe('stance', () => {
  test('as designed it stands level, coils in front included', () => {
    for (const vehicle of [sampleVehicle(), rearLevelledVehicle()])
      for (const height of Object.values(heights(vehicle))) expect(height).toBeCloseTo(480, 5)
  })

  test('air taken out of one corner lowers it most and lifts the opposite one', () => {
    const { FL, FR, RL, RR } = heights(paperVehicle(), {
      airShare: { FL: 0.9, FR: 1, RL: 1, RR: 1 },
    })
    expect(FL).toBeLessThan(Math.min(FR, RL))
    expect(RR).toBeGreaterThan(480)
  })

  test('load lowers, cold lowers, and an empty spring sits on its stop', () => {
    expect(heights(sampleVehicle(), { payloadN: perCorner(() => 500) }).FL).toBeLessThan(475)
    expect(heights(sampleVehicle(), { temperatureC: -10 }).RR).toBeLessThan(475)
    const rest = stanceOf(sampleVehicle(), {
      ...AS_DESIGNED,
      airShare: { FL: 0, FR: 1, RL: 1, RR: 1 },
    })
    expect(rest.ok && rest.value.onBumpStop.FL).toBe(true)
  })

  test('a vehicle that cannot stand says why', () => {
    expect(
      stanceOf(sampleVehicle({ front: { coilForceAtDesignN: 9000 } }), AS_DESIGNED),
    ).toMatchObject({ ok: false, error: { code: 'springWouldPull' } })
  })
})

test('a row of readings is read with spaces, semicolons, slashes and decimal commas, or not at all', () => {
  expect(readList('457 457,5  456', parseNumber)).toEqual([457, 457.5, 456])
  expect(readList('457; 458/459', parseNumber)).toEqual([457, 458, 459])
  expect(readList('457 low', parseNumber)).toBeNull()
  expect(readList('  ', parseNumber)).toBeNull()
})

describe('figures a tool asks for', () => {
  const asks = {
    volumeL: { words: 'Volume', kind: 'plain', unit: 'L', least: 0.1, most: 10, start: 5 },
    toBarG: { words: 'To', kind: 'pressure', least: -1, most: 40, start: 12 },
    temperatureC: { words: 'Air at', kind: 'temperature', least: -60, most: 120, start: 15 },
  } as const
  const american = { length: 'inch', pressure: 'psi', temperature: 'degF' } as const
  test('are read in the shop’s units and kept as they are stored', () => {
    expect(
      Object.values(asks).map((ask) => [written(ask, american), unitOf(ask, american)]),
    ).toEqual([
      ['305.1', 'in³'],
      ['174', 'psi gauge'],
      ['59', '°F'],
    ])
    expect(written({ ...asks.volumeL, start: null }, american)).toBe('')
    const read = readFigures(
      asks,
      { volumeL: '152,56', toBarG: '145.038', temperatureC: '32' },
      american,
    )
    if (!read.ok) throw new Error(read.sentence)
    expect(read.value.volumeL).toBeCloseTo(2.5, 3)
    expect(read.value.toBarG).toBeCloseTo(10, 4)
    expect(read.value.temperatureC).toBeCloseTo(0, 9)
  })
  test('a length in inches is read as a tape shows it', () => {
    const length = {
      words: 'Level',
      kind: 'plain',
      unit: 'mm',
      more: 'over design',
      least: -300,
      most: 300,
      start: 0,
    } as const
    expect(unitOf(length, american)).toBe('in over design')
    const read = readFigures({ length }, { length: '1 1/4' }, american)
    expect(read.ok && read.value.length).toBeCloseTo(31.75, 9)
  })
  test.each([
    [{ volumeL: '' }, 'Volume: not entered, look it up.', true],
    [{ volumeL: 'much' }, 'Volume: "much" is not a number.', false],
    [{ toBarG: '41' }, 'To of 41 bar gauge cannot be.', false],
  ])('%j: %s', (change, sentence, missing) => {
    expect(
      readFigures(
        asks,
        { volumeL: '5', toBarG: '12', temperatureC: '15', ...change },
        { length: 'mm', pressure: 'bar', temperature: 'degC' },
      ),
    ).toEqual({ ok: false, sentence, missing })
  })
})
