import { expect, test } from 'vitest'
import { normal, seeded } from './index.ts'

const draw = (seed: number, count: number) => {
  const random = seeded(seed)
  return Array.from({ length: count }, random)
}

test('the same seed gives the same numbers, another seed others', () => {
  expect(draw(5, 20)).toEqual(draw(5, 20))
  expect(draw(5, 20)).not.toEqual(draw(6, 20))
})

test('numbers are spread evenly over 0 to 1', () => {
  const numbers = draw(1, 20_000)
  expect(numbers.every((value) => value >= 0 && value < 1)).toBe(true)
  for (let tenth = 0; tenth < 10; tenth += 1) {
    const share =
      numbers.filter((value) => Math.floor(value * 10) === tenth).length / numbers.length
    expect(Math.abs(share - 0.1)).toBeLessThan(0.01)
  }
})

test('normal draws have mean 0 and deviation 1', () => {
  const random = seeded(9)
  const values = Array.from({ length: 20_000 }, () => normal(random))
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  const deviation = Math.sqrt(
    values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length,
  )
  expect(Math.abs(mean)).toBeLessThan(0.03)
  expect(Math.abs(deviation - 1)).toBeLessThan(0.03)
})
