import { describe, expect, test } from 'vitest'
import { USUAL_ROUND } from '../../../client/state/drafts.ts'
import { typedCorners } from './seal.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
describe('figures typed for some corners', () => {
  test('empty ones were not read, and words are not figures', () => {
    expect(typedCorners(USUAL_ROUND.pads, units)).toBeNull()
    expect(typedCorners({ FL: '3', FR: '', RL: '-1,5', RR: '' }, units)).toEqual({
      FL: 3,
      FR: null,
      RL: -1.5,
      RR: null,
    })
    expect(
      typedCorners({ FL: '1', FR: '', RL: '', RR: '' }, { ...units, length: 'inch' })!,
    ).toMatchObject({ FL: 25.4 })
    expect(typedCorners({ FL: 'level', FR: '', RL: '', RR: '' }, units)).toBe('wrong')
  })
})
