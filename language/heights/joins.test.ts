import { expect, test } from 'vitest'
import { allJoins, joinWords } from './joins.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const

test('differences say which end is lower, against the design', () => {
  expect(joinWords('front', { FL: -39, FR: -2 }, units)).toEqual({ value: 'left 37 lower' })
  expect(joinWords('right', { FR: 0, RR: 4 }, units)).toEqual({ value: 'nose 4 lower' })
  expect(joinWords('left', { FL: 3, RL: -2 }, units)).toEqual({ value: 'tail 5 lower' })
  expect(joinWords('rear', { RL: 1.2, RR: 1 }, units)).toEqual({ value: 'level' })
  expect(allJoins({ FL: 0, FR: 0 }, units)).toMatchObject({
    front: { value: 'level' },
    rear: { value: 'waiting' },
    left: { value: 'waiting' },
  })
})
