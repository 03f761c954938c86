import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { figureUnit, fromDisplay } from './index.ts'

const US = { length: 'inch', pressure: 'psi', temperature: 'degF' } as const
const METRIC = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const

describe('figures of a car in the units of a shop', () => {
  // One of the shown unit, in the unit that is stored, by the definitions of the pound and the inch.
  test.each([
    ['mm', 'in', 25.4],
    ['N', 'lbf', 4.4482216152605],
    ['N/mm', 'lbf/in', 4.4482216152605 / 25.4],
    ['cm²', 'in²', 6.4516],
    ['L', 'in³', 0.016387064],
    ['kg', 'lb', 0.45359237],
    ['Nm', 'lbf·ft', 1.35581794833],
    ['km', 'mi', 1.609344],
    ['m', 'ft', 0.3048],
    ['L/min', 'ft³/min', 28.316846592],
    ['bar', 'psi', 0.0689475729],
  ])('%s are told in %s', (stored, label, one) => {
    const unit = figureUnit(stored, US)
    expect(unit.label).toBe(label)
    expect(1 / unit.perStored).toBeCloseTo(one, 9)
    expect(figureUnit(stored, METRIC)).toEqual({ label: stored, perStored: 1 })
  })
  test('what no choice changes stays as it is', () => {
    expect(figureUnit('Hz', US)).toEqual({ label: 'Hz', perStored: 1 })
    expect(figureUnit('', US)).toEqual({ label: '', perStored: 1 })
  })
  test('a length is shown as heights are', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 5000, noNaN: true }), (inches) => {
        expect(inches / figureUnit('mm', US).perStored).toBeCloseTo(
          fromDisplay(inches, 'height', US),
          6,
        )
      }),
    ))
})
