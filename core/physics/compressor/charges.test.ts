import { describe, expect, test } from 'vitest'
import { chargeDoubt, chargesInForce } from './index.ts'

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

describe('charges as they count', () => {
  const charge = (id: string, day: number, afterBarG: number, corrects?: string) => ({
    id,
    at: `2026-11-0${day}T08:00:00Z`,
    beforeBarG: 9,
    afterBarG,
    ...(corrects && { corrects }),
  })
  test('a correction stands in the place of what it corrects, at the time the gas went in', () => {
    expect(
      chargesInForce([charge('a', 1, 140), charge('b', 2, 13), charge('c', 3, 14, 'a')]),
    ).toEqual([{ ...charge('c', 1, 14, 'a') }, charge('b', 2, 13)])
  })
  test('of corrections of a correction the last counts', () => {
    const entries = [charge('a', 1, 140), charge('b', 2, 41, 'a'), charge('c', 3, 14, 'b')]
    expect(chargesInForce(entries)).toEqual([charge('c', 1, 14, 'b')])
  })
  test('one that never happened is none', () => {
    expect(chargesInForce([charge('a', 1, 14), charge('b', 2, 9, 'a')])).toEqual([])
    expect(chargesInForce([])).toEqual([])
  })
})
