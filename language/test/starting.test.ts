import { expect, test } from 'vitest'
import { narrowsWords } from '../shop/fillIn.ts'
import { startingName } from '../shop/starting.ts'
import { sidesWords } from '../heights/sides.ts'

const MM = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const INCH = { length: 'inch', pressure: 'psi', temperature: 'degF' } as const

test('a type made for a car is called by what was seen, and by a number where that is taken', () => {
  expect(startingName('air rear only, Van', [])).toBe('Air rear only, Van')
  expect(startingName('air rear only, Van', ['AIR REAR ONLY, VAN'])).toBe('Air rear only, Van 2')
  expect(startingName('air rear only, Van', ['Air rear only, Van', 'air rear only, van 2'])).toBe(
    'Air rear only, Van 3',
  )
})

test('sides are told by the axle where they differ most, in the units of the shop', () => {
  const heights = { FL: 700, FR: 704, RL: 640, RR: 690 }
  expect(sidesWords(heights, MM)).toBe('rear left 50 mm lower than right')
  expect(sidesWords(heights, INCH)).toBe('rear left 1.97 in lower than right')
  expect(sidesWords({ ...heights, RL: 690, FR: 700 }, MM)).toBe('both sides alike')
  expect(sidesWords({ FL: 712, FR: 700, RL: 690, RR: 690 }, MM)).toBe(
    'front right 12 mm lower than left',
  )
})

test('what a figure would narrow is said as it is', () => {
  expect(narrowsWords(0.5)).toContain('halve')
  expect(narrowsWords(0.86)).toContain('14 %')
  expect(narrowsWords(0.99)).toContain('little')
})
