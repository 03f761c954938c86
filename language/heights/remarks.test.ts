import { expect, test } from 'vitest'
import { remarkWords } from './remarks.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const

test('remarks say what is wrong and which corner to measure again', () => {
  expect(
    remarkWords({ code: 'lapsDiffer', corner: 'RR', firstMm: 480, secondMm: 465 }, units),
  ).toEqual({
    sentence: 'Rear right: 480 mm on the first lap, 465 mm on the second. One of them is wrong.',
    again: 'RR',
  })
  expect(
    remarkWords(
      { code: 'twist', closureMm: -24, roomMm: 14, against: 'design', corner: null },
      units,
    ),
  ).toMatchObject({
    again: null,
    sentence: expect.stringContaining(
      'twist the body by 24 mm: either a reading is wrong or the car hangs in its ' +
        'bushes. Roll it, bounce it, take the corner again. 14 mm can be tape',
    ) as string,
  })
  expect(
    remarkWords(
      { code: 'twist', closureMm: 24, roomMm: 8, against: 'earlier', corner: 'FL' },
      units,
    ).sentence,
  ).toContain('Against the evening')
  expect(remarkWords({ code: 'sinking', meanDropMm: 6 }, units)).toMatchObject({
    again: null,
    sentence: expect.stringContaining('sinks while you measure: 6 mm') as string,
  })
})
