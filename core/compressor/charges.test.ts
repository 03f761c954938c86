import { describe, expect, test } from 'vitest'
import { chargeDoubt } from './index.ts'

describe('a pressure after a charge', () => {
  test.each([
    [16, { targetBarG: 14, limitBarG: 16 }, null],
    [16.1, { targetBarG: 14, limitBarG: 16 }, { code: 'aboveLimit', barG: 16 }],
    [16.7, { targetBarG: 14 }, null],
    [16.9, { targetBarG: 14 }, { code: 'farAboveTarget', barG: 14 }],
    [203, { targetBarG: 14 }, { code: 'farAboveTarget', barG: 14 }],
    [3, { targetBarG: 14 }, null],
    [203, {}, null],
  ] as const)('%s bar, %o: %o', (afterBarG, figures, doubt) => {
    expect(chargeDoubt(afterBarG, figures)).toEqual(doubt)
  })
})
