import { expect, test } from 'vitest'
import { lifeOf } from './index.ts'

test('a life is the part’s own, the shop’s where it saw five fail, else the usual; it says which', () => {
  const seen = { failedAtYears: [6, 7, 8, 9, 10], aliveAtYears: [3] }
  const entered = { shape: 2, scaleYears: 5 }
  expect(lifeOf('spring', entered, seen)).toEqual({ life: entered, from: 'part', failures: 0 })
  expect(lifeOf('spring', null, seen)).toMatchObject({ from: 'shop', failures: 5 })
  const few = { failedAtYears: [7, 8], aliveAtYears: [] }
  expect(lifeOf('spring', null, few)).toMatchObject({ from: 'usual', failures: 2 })
  expect(lifeOf('pump', null, { failedAtYears: [], aliveAtYears: [] })).toMatchObject({
    from: 'usual',
    failures: 0,
  })
})
