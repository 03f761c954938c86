import { describe, expect, test } from 'vitest'
import type { FormRules, PayloadCheck } from './commandResolver.ts'
import { commandResolver, complaintsOf } from './commandResolver.ts'

interface Typed {
  readonly name: string
  readonly price: string
}
const typed: Typed = { name: 'Bellows', price: '4' }

/** A check that finds the faults it is given, as Ajv names them. */
function checkThat(
  ...faults: readonly (readonly [pointer: string, keyword: string, params?: object])[]
) {
  const check: PayloadCheck = () => faults.length === 0
  check.errors = faults.map(([instancePath, keyword, params = {}]) => ({
    instancePath,
    keyword,
    params: { ...params },
  }))
  return check
}
const complaints = (check: PayloadCheck, more: Partial<FormRules<Typed, object>> = {}) =>
  complaintsOf(typed, { check, payloadOf: () => ({}), ...more })

describe('what cannot be sent', () => {
  test('nothing is wrong with what the check takes', () =>
    expect(complaints(checkThat())).toEqual([]))
  test('is said at the field of its name, in the words of the rule', () =>
    expect(complaints(checkThat(['/price', 'minimum', { limit: 0 }]))).toEqual([
      { field: 'price', sentence: 'The price must be at least 0.' },
    ]))
  test('or at the field that is named for it, the nearest first, in the words of the form', () => {
    const fields = { '/life': 'name', '/life/years': 'price' } as const
    const refusals = { price: ({ price }: Typed) => `${price} years cannot be.` }
    expect(complaints(checkThat(['/life/years', 'maximum']), { fields, refusals })).toEqual([
      { field: 'price', sentence: '4 years cannot be.' },
    ])
    expect(complaints(checkThat(['/life/shape', 'type', { type: 'number' }]), { fields })).toEqual([
      { field: 'name', sentence: 'The shape must be a number, not text.' },
    ])
  })
  test('what no field is asked for is said of the whole', () =>
    expect(complaints(checkThat(['/typeId', 'format', { format: 'uuid' }]))).toEqual([
      { field: null, sentence: 'The type id is not a valid id.' },
    ]))
  test('of a figure that may be left out only what it should be is said, once', () =>
    expect(
      complaints(
        checkThat(
          ['/price', 'type', { type: 'number' }],
          ['/price', 'type', { type: 'null' }],
          ['/price', 'anyOf'],
        ),
      ),
    ).toHaveLength(1))
  test('one sentence for two fields is said at the first', () => {
    const refusals = { name: 'Say both.', price: 'Say both.' }
    expect(
      complaints(checkThat(['/name', 'minLength'], ['/price', 'minimum']), { refusals }),
    ).toEqual([{ field: 'name', sentence: 'Say both.' }])
  })
  test('how fields stand to each other is said besides, where the field says nothing yet', () => {
    const rules = () => ({ field: 'price' as const, sentence: 'Are they swapped?' })
    expect(complaints(checkThat(), { rules })).toEqual([rules()])
    expect(complaints(checkThat(['/price', 'minimum', { limit: 0 }]), { rules })).toHaveLength(1)
  })
  test('of many entries only the one that is typed is looked at', () => {
    const seen: unknown[] = []
    const check: PayloadCheck = (value) => seen.push(value) > 0
    complaints(check, { payloadOf: () => ({ all: [] }), entryOf: () => ({ id: 'one' }) })
    expect(seen).toEqual([{ id: 'one' }])
  })
})

test('a form is handed its payload, or its errors by field', async () => {
  const ask = (check: PayloadCheck) =>
    commandResolver<Typed, object>({ check, payloadOf: ({ name }) => ({ name }) })(
      typed,
      undefined,
      { fields: {}, shouldUseNativeValidation: false },
    )
  expect(await ask(checkThat())).toEqual({ values: { name: 'Bellows' }, errors: {} })
  expect(await ask(checkThat(['/name', 'minLength'], ['/x', 'minimum', { limit: 1 }]))).toEqual({
    values: {},
    errors: {
      name: { type: 'contract', message: 'The name must not be empty.' },
      root: { type: 'contract', message: 'The x must be at least 1.' },
    },
  })
})
