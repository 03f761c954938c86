import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { DisplayUnits, Quantity } from './index.ts'
import { celsius, formatQuantity, fromDisplay, kelvin, toDisplay } from './index.ts'

const SHOPS: DisplayUnits[] = [
  { length: 'mm', pressure: 'bar', temperature: 'degC' }, { length: 'inch', pressure: 'psi', temperature: 'degF' }, { length: 'mm', pressure: 'kPa', temperature: 'degF' },
]
const QUANTITIES: Quantity[] = ['height', 'pressure', 'temperature', 'temperatureStep']
const [metric, imperial] = SHOPS as [DisplayUnits, DisplayUnits]

describe('units', () => {
  test.each(SHOPS)('what is shown and typed back is what was stored: %o', (units) => {
    fc.assert(fc.property(fc.double({ min: -2000, max: 2000, noNaN: true }), fc.constantFrom(...QUANTITIES), (stored, quantity) => {
      expect(fromDisplay(toDisplay(stored, quantity, units), quantity, units)).toBeCloseTo(stored, 8)
    }), { seed: 11 })
  })

  test('known conversions hold', () => {
    expect(toDisplay(25.4, 'height', imperial)).toBeCloseTo(1, 12)
    expect(toDisplay(1, 'pressure', imperial)).toBeCloseTo(14.5037738, 6)
    expect(toDisplay(-40, 'temperature', imperial)).toBeCloseTo(-40, 12)
    expect(toDisplay(10, 'temperatureStep', imperial)).toBeCloseTo(18, 12)
    expect(toDisplay(0, 'temperature', imperial)).toBeCloseTo(32, 12)
    expect(kelvin(20)).toBeCloseTo(293.15, 12)
    expect(celsius(kelvin(-7.5))).toBeCloseTo(-7.5, 12)
  })

  test('numbers are written with a real minus and never as NaN or minus nothing', () => {
    expect(formatQuantity(-12.4, 'height', metric)).toBe('−12')
    expect(formatQuantity(-0.3, 'height', metric)).toBe('0')
    expect(formatQuantity(-0.3, 'height', metric, 1)).toBe('−0.3')
    expect(formatQuantity(Number.NaN, 'height', metric)).toBe('–')
    expect(formatQuantity(480, 'height', imperial)).toBe('18.90')
  })
})
