import { expect, test } from 'vitest'
import { unhurried } from './pace.ts'

test('whoever is in no hurry rests as long as they worked, and not for every little', async () => {
  let workedMs = 1000
  const rested: number[] = []
  const pace = unhurried({
    workedMs: () => workedMs,
    rest: (ms) => {
      rested.push(ms)
      return Promise.resolve()
    },
  })
  const work = (ms: number): Promise<void> => {
    workedMs += ms
    return pace()
  }
  await work(12)
  expect(rested).toEqual([])
  await work(18)
  expect(rested).toEqual([30])
  await work(250)
  expect(rested).toEqual([30, 250])
  await work(0)
  expect(rested).toEqual([30, 250])
})
