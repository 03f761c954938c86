import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { DisplayUnits, Quantity, ConversionKind } from './index.ts'
import {
  celsius,
  formatDifference,
  formatQuantity,
  fromDisplay,
  kelvin,
  toDisplay,
  CONVERSIONS,
  convertAll,
} from './index.ts'

const SHOPS: DisplayUnits[] = [
  { length: 'mm', pressure: 'bar', temperature: 'degC' },
  { length: 'inch', pressure: 'psi', temperature: 'degF' },
  { length: 'mm', pressure: 'kPa', temperature: 'degF' },
]
const QUANTITIES: Quantity[] = ['height', 'pressure', 'temperature', 'temperatureStep']
const [metric, imperial] = SHOPS as [DisplayUnits, DisplayUnits]

describe('units', () => {
  test.each(SHOPS)('what is shown and typed back is what was stored: %o', (units) => {
    fc.assert(
      fc.property(
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.constantFrom(...QUANTITIES),
        (stored, quantity) => {
          expect(fromDisplay(toDisplay(stored, quantity, units), quantity, units)).toBeCloseTo(
            stored,
            8,
          )
        },
      ),
      { seed: 11 },
    )
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

describe('every unit of a kind', () => {
  const to = (kind: ConversionKind, value: number, from: string, unit: string) =>
    convertAll(kind, value, from).find((each) => each.unit === unit)!.value
  test.each([
    ['length', 1, 'inch', 'mm', 25.4],
    ['pressure', 1, 'bar', 'psi', 14.503773773],
    ['temperature', 100, '°C', '°F', 212],
    ['temperature', 0, '°F', 'K', 255.3722222],
    ['torque', 1, 'lbf·ft', 'N·m', 1.3558179483],
    ['force', 1, 'kgf', 'N', 9.80665],
    ['rate', 1, 'N/mm', 'lbf/in', 5.7101471627],
    ['volume', 1, 'L', 'in³', 61.0237440947],
  ] as const)('%s: %d %s in %s', (kind, value, from, unit, expected) =>
    expect(to(kind, value, from, unit)).toBeCloseTo(expected, 6),
  )
  test('there and back is where one started, and a unit of another kind gives nothing', () => {
    for (const kind of Object.keys(CONVERSIONS) as ConversionKind[])
      for (const { unit, value } of convertAll(kind, 37, Object.keys(CONVERSIONS[kind])[0]!))
        expect(convertAll(kind, value, unit)[0]!.value).toBeCloseTo(37, 9)
    expect(convertAll('length', 1, 'bar')).toEqual([])
  })
})

test('a difference has its sign, and none where nothing is left of it', () =>
  expect(
    [-14.2, 3.6, -0.3, 0].map((mm) =>
      formatDifference(mm, { length: 'mm', pressure: 'bar', temperature: 'degC' }),
    ),
  ).toEqual(['−14', '+4', '0', '0']))
