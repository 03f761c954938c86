import fc from 'fast-check'
import { expect, test } from 'vitest'
import { piecesOf, TERMS } from './terms.ts'

test('a word is explained where it first stands, as it is written there', () => {
  expect(piecesOf('Gallery near zero; a gallery behind a shut cross valve proves nothing')).toEqual(
    [
      { words: 'Gallery', term: 'gallery' },
      { words: ' near zero; a gallery behind a shut ', term: null },
      { words: 'cross valve', term: 'crossValve' },
      { words: ' proves nothing', term: null },
    ],
  )
  expect(piecesOf('Nothing strange')).toEqual([{ words: 'Nothing strange', term: null }])
  expect(piecesOf('')).toEqual([])
})

test('nothing of a sentence is lost or said twice', () => {
  const words = fc.constantFrom(
    ...Object.values(TERMS).map(({ title }) => title.toLowerCase()),
    'full droop',
    'the spring',
    'galleries',
  )
  fc.assert(
    fc.property(fc.array(words, { maxLength: 8 }), (some) => {
      const sentence = some.join(' and ')
      const pieces = piecesOf(sentence)
      expect(pieces.map((piece) => piece.words).join('')).toBe(sentence)
      const terms = pieces.flatMap(({ term }) => term ?? [])
      expect(new Set(terms).size).toBe(terms.length)
    }),
    { numRuns: 200, seed: 4 },
  )
})
