import { expect, test } from 'vitest'
import { holdsWords } from './Palette.tsx'

test('an entry is found by all its words in any order, never by likeness', () => {
  const entry = 'TQ 418 Walk the morning round. The front, down overnight'
  expect(
    ['418 morning', 'MORNING 418', '', 'front'].map((typed) => holdsWords(entry, typed)),
  ).toEqual([1, 1, 1, 1])
  expect(['wait', 'tq 419', 'mornings'].map((typed) => holdsWords(entry, typed))).toEqual([0, 0, 0])
})
