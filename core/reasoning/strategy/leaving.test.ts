import { expect, test } from 'vitest'
import { UNSEEN } from '../arrival/index.ts'
import { mendNow } from './index.ts'

const seep = { arrival: UNSEEN, cause: 'springLeak.RL', leakBarLPerH: 0.3 }

test('a small leak of a car that drives may be left, and so may what nobody measured', () => {
  expect(mendNow(seep)).toBeNull()
  expect(mendNow({ arrival: null, cause: null, leakBarLPerH: null })).toBeNull()
})

test('what is torn, open, heard or not safe to drive is mended', () => {
  expect(mendNow({ ...seep, cause: 'springTorn.RL+pumpWorn' })).toBe('torn')
  expect(mendNow({ ...seep, leakBarLPerH: 9 })).toBe('large')
  expect(mendNow({ ...seep, arrival: { ...UNSEEN, audible: true } })).toBe('heard')
  const flat = { ...UNSEEN, onStops: 'axle', rises: 'no' } as const
  expect(mendNow({ ...seep, arrival: flat })).toBe('unsafe')
})
