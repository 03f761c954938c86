import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  areaFromPressureCm2,
  checkGeometry,
  guessShares,
  guessVehicle,
  loadsFromScalesN,
  motionRatioFrom,
  tidyVin,
  VEHICLE_CLASSES,
  vinRemark,
} from './index.ts'
import type { VehicleKnown } from './index.ts'

const known = (
  vehicleClass: VehicleKnown['vehicleClass'] = 'van',
  front = {},
  rear = {},
): VehicleKnown => ({
  vehicleClass,
  wheelbaseMm: 3200,
  front: { trackMm: 1700, designHeightMm: 470, ...front },
  rear: { trackMm: 1690, designHeightMm: 490, ...rear },
})

describe('a vehicle from what any shop knows', () => {
  const form = fc.constantFrom('none', 'bellows', 'bellowsOnDamper', 'airDamper', 'strut')
  test('stands, whatever carries air, and at the heights it was given', () => {
    fc.assert(
      fc.property(fc.constantFrom(...VEHICLE_CLASSES), form, form, (vehicleClass, front, rear) => {
        const { geometry, guessed } = guessVehicle(known(vehicleClass), { front, rear })
        expect(checkGeometry(geometry).ok).toBe(true)
        expect(geometry.corners.FL.designHeightMm).toBe(470)
        expect(guessed.some((name) => name === 'front.effectiveAreaCm2')).toBe(front !== 'none')
      }),
      { seed: 9 },
    )
  })
  test('keeps what was measured and names only what was guessed', () => {
    const { geometry, guessed } = guessVehicle(
      known('van', {}, { effectiveAreaCm2: 118, volumeAtDesignL: 2.1 }),
      { front: 'none', rear: 'bellows' },
    )
    expect(geometry.corners.RL).toMatchObject({ effectiveAreaCm2: 118, volumeAtDesignL: 2.1 })
    expect(guessed).not.toContain('rear.effectiveAreaCm2')
    expect(guessed).toContain('rear.motionRatio')
  })
  test('the more is guessed the wider the answers', () => {
    expect(guessShares([])).toEqual({ geometryShare: 0.05, coldShare: 0 })
    const all = guessShares([
      'rear.motionRatio',
      'front.motionRatio',
      'rear.volumeAtDesignL',
      'rear.effectiveAreaCm2',
    ])
    expect(all.coldShare).toBe(0.3)
    expect(all.geometryShare).toBeGreaterThan(guessShares(['rear.motionRatio']).geometryShare)
    expect(guessShares(['front.motionRatio'])).toEqual(
      guessShares(['front.motionRatio', 'rear.motionRatio']),
    )
  })
})

describe('what a shop can measure itself', () => {
  test('on paper', () => {
    expect(loadsFromScalesN(600, 620, 45)).toEqual([555 * 9.80665, 575 * 9.80665])
    expect(areaFromPressureCm2(6, 5600, 0.7)).toBeCloseTo(133.333, 3)
    expect(areaFromPressureCm2(5, 6000, 0.8, 2800)).toBe(80)
    expect(motionRatioFrom([420, 480], [250, 292])).toBeCloseTo(0.7, 9)
  })
  test('figures that cannot say anything say nothing', () => {
    expect(areaFromPressureCm2(0, 5600, 0.7)).toBeNull()
    expect(areaFromPressureCm2(6, 2000, 0.7, 2500)).toBeNull()
    expect(motionRatioFrom([480, 484], [250, 253])).toBeNull()
  })
})

describe('vehicle identification numbers', () => {
  test.each([
    ['', null],
    ['11111111111111111', null],
    ['1M8GDM9AXKP042788', null],
    ['1M8GDM9A1KP042788', 'checkDigit'],
    ['1M8GDM9AXKPO42788', 'letters'],
    ['I1111111111111111', 'letters'],
    ['1111', 'length'],
  ] as const)('%s: %s', (vin, remark) => expect(vinRemark(vin)).toBe(remark))
  test('are compared in capitals without spaces', () =>
    expect(tidyVin(' 1m8gd m9axkp042788 ')).toBe('1M8GDM9AXKP042788'))
})
