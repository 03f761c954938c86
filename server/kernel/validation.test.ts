import { describe, expect, test } from 'vitest'
import { Type } from '@sinclair/typebox'
import { AppError, toAppError } from './appError.ts'
import { checkOf } from './validation.ts'

const schema = Type.Object(
  {
    vehicle: Type.Object({
      corners: Type.Object({
        FL: Type.Object(
          {
            designLoadN: Type.Number({ exclusiveMinimum: 0, maximum: 50_000 }),
            motionRatio: Type.Number({ minimum: 0.1 }),
          },
          { additionalProperties: false },
        ),
      }),
    }),
    hours: Type.Number({ minimum: 0 }),
    levelOffsetMm: Type.Optional(Type.Union([Type.Number({ maximum: 300 }), Type.Null()])),
    names: Type.Optional(Type.Array(Type.String(), { minItems: 1, maxItems: 2 })),
  },
  { additionalProperties: false },
)
const good = { vehicle: { corners: { FL: { designLoadN: 5000, motionRatio: 0.7 } } }, hours: 3 }
const FL = (change: Record<string, unknown>) => ({
  ...good,
  vehicle: { corners: { FL: { ...good.vehicle.corners.FL, ...change } } },
})

function refusal(value: unknown): { sentence: unknown; path: string | null } {
  try {
    checkOf(schema)(value)
  } catch (error) {
    if (error instanceof AppError) return { sentence: error.data['sentence'], path: error.path }
    throw error
  }
  throw new Error('It was accepted.')
}

describe('what is wrong with a request is said in words', () => {
  test('a good one passes', () => expect(() => checkOf(schema)(good)).not.toThrow())

  test.each([
    [
      'too large',
      FL({ designLoadN: 1e12 }),
      'The design load (N) at the front left must be at most 50000.',
      '/vehicle/corners/FL/designLoadN',
    ],
    [
      'not above nothing',
      FL({ designLoadN: 0 }),
      'The design load (N) at the front left must be more than 0.',
      '/vehicle/corners/FL/designLoadN',
    ],
    [
      'text for a number',
      FL({ motionRatio: '0.7' }),
      'The motion ratio at the front left must be a number, not text.',
      '/vehicle/corners/FL/motionRatio',
    ],
    ['unknown', FL({ colour: 1 }), '"colour" is not known here.', '/vehicle/corners/FL'],
    ['missing', { vehicle: good.vehicle }, 'The time between the rounds (h) is missing.', '/hours'],
    [
      'a nullable out of range',
      { ...good, levelOffsetMm: 301 },
      'The level offset (mm) must be at most 300.',
      '/levelOffsetMm',
    ],
    ['an empty list', { ...good, names: [] }, 'The names needs at least 1.', '/names'],
    ['not an object', 7, 'The request must be of the kind "object".', ''],
  ])('%s', (_, value, sentence, path) => expect(refusal(value)).toEqual({ sentence, path }))

  test('not a number and endless are no numbers', () => {
    for (const value of [Number.NaN, Number.POSITIVE_INFINITY])
      expect(refusal({ ...good, hours: value }).path).toBe('/hours')
  })
})

test('a bug becomes a problem without its inner words', () => {
  const problem = toAppError(new TypeError('cannot read secrets')).toProblem()
  expect(problem).toMatchObject({ status: 500, code: 'internal' })
  expect(JSON.stringify(problem)).not.toContain('secrets')
})
