import fc from 'fast-check'
import { expect, test } from 'vitest'
import { graduations } from './graduations.ts'

test('a metric rule: fives and tens, fifties written', () => {
  const marks = graduations([443, 507], { length: 'mm' })
  expect(marks.map(({ mm }) => mm)).toEqual([
    445, 450, 455, 460, 465, 470, 475, 480, 485, 490, 495, 500, 505,
  ])
  expect(marks.flatMap(({ label }) => label ?? [])).toEqual(['450', '500'])
})

test('an inch rule: eighths, quarters, halves and whole inches, those written', () => {
  const marks = graduations([18 * 25.4, 19.5 * 25.4], { length: 'inch' })
  expect(marks).toHaveLength(13)
  expect(marks.map(({ size }) => size)).toEqual([12, 4, 6, 4, 9, 4, 6, 4, 12, 4, 6, 4, 9])
  expect(marks.flatMap(({ label, mm }) => (label ? [[label, mm / 25.4]] : []))).toEqual([
    ['18', 18],
    ['19', 19],
  ])
})

test('marks lie in their stretch, evenly, and some are written', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 50, max: 1500, noNaN: true }),
      fc.double({ min: 60, max: 600, noNaN: true }),
      fc.constantFrom('mm' as const, 'inch' as const),
      (low, length, unit) => {
        const marks = graduations([low, low + length], { length: unit })
        const steps = marks.slice(1).map(({ mm }, i) => mm - marks[i]!.mm)
        for (const step of steps) expect(step).toBeCloseTo(steps[0]!, 9)
        expect(marks[0]!.mm).toBeGreaterThanOrEqual(low - 1e-9)
        expect(marks.at(-1)!.mm).toBeLessThanOrEqual(low + length + 1e-9)
        expect(marks.some(({ label }) => label !== null)).toBe(true)
      },
    ),
  )
})
