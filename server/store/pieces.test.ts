import fc from 'fast-check'
import { expect, test } from 'vitest'
import { Joining, piecesOf } from './pieces.ts'

test('words of any length and letters come together again, each piece within what is told at once', () => {
  const words = fc.tuple(fc.string({ unit: 'grapheme' }), fc.integer({ min: 0, max: 3000 }))
  fc.assert(
    fc.property(words, ([part, times]) => {
      const whole = part.repeat(times)
      const pieces = piecesOf(whole)
      for (const piece of pieces)
        expect(Buffer.byteLength(JSON.stringify(piece))).toBeLessThan(7200)
      const joining = new Joining()
      const joined = pieces.map((piece) => joining.take(piece))
      expect(joined.at(-1)).toBe(whole)
      expect(joined.slice(0, -1).every((each) => each === null)).toBe(true)
    }),
  )
})

test('two long tellings among each other are told apart; one whose beginning was missed is not told', () => {
  const [one, other] = ['a', 'b'].map((letter) => piecesOf(letter.repeat(20_000)))
  const joining = new Joining()
  const joined = one!.flatMap((piece, i) => [joining.take(piece), joining.take(other![i]!)])
  expect(joined.filter((each) => each !== null).map((each) => each.charAt(0))).toEqual(['a', 'b'])
  expect(new Joining().take(one!.at(-1)!)).toBeNull()
})
