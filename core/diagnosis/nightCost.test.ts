import fc from 'fast-check'
import { expect, test } from 'vitest'
import { nightMinutes } from './nightCost.ts'

test('a night is nearly free after four, dear at nine, and out of the question where the car goes today', () => {
  expect(nightMinutes(16.5, 'tomorrow')).toBeLessThanOrEqual(5)
  expect(nightMinutes(9, 'tomorrow')).toBeGreaterThan(100)
  expect(nightMinutes(17, 'today')).toBeGreaterThan(500)
  expect(nightMinutes(9, null)).toBeNull()
})
test('the later in the day, the less a night costs', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 24, noNaN: true }),
      fc.double({ min: 0, max: 24, noNaN: true }),
      (a, b) => {
        const [early, late] = [Math.min(a, b), Math.max(a, b)]
        expect(nightMinutes(late, 'later')!).toBeLessThanOrEqual(nightMinutes(early, 'later')!)
      },
    ),
  )
})
