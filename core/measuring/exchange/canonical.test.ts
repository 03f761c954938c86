import { expect, test } from 'vitest'
import { canonicalJson } from './index.ts'

test('the same content is the same text, whatever the order of its keys; lists keep theirs', () => {
  expect(canonicalJson({ b: [2, 1], a: { d: null, c: 'x' } })).toBe(
    '{"a":{"c":"x","d":null},"b":[2,1]}',
  )
  expect(canonicalJson({ a: 1, b: { c: 2, d: 3 } })).toBe(
    canonicalJson({ b: { d: 3, c: 2 }, a: 1 }),
  )
  expect(canonicalJson([1, 2])).not.toBe(canonicalJson([2, 1]))
})
