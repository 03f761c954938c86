import { expect, test } from 'vitest'
import { compareWords } from './compare.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const

test('two rounds that twist the body are doubted, and still say what changed', () => {
  const changeMm = { FL: 25, FR: 0, RL: 0, RR: 0 }
  const leastMm = { FL: 2, FR: 2, RL: 2, RR: 2 }
  const compared = (closureSuspect: boolean): string =>
    compareWords({ changeMm, leastMm, closureMm: 25, closureSuspect }, units)
  expect(compared(false)).toBe('Front left by 25 mm higher.')
  expect(compared(true)).toBe(
    'These heights twist the body by 25 mm: either a reading is wrong or the car ' +
      'hangs in its bushes. Roll it, bounce it, take the corner again. Or it stood ' +
      'on another spot. As they are: Front left by 25 mm higher.',
  )
})
