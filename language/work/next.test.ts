import { describe, expect, test } from 'vitest'
import { hiddenWords, loadWords, nextLines } from './next.ts'

const worths = [
  { thing: 'readings', to: 0.63 },
  { thing: 'wait', to: 0.8 },
  { thing: 'night', to: 0.85 },
] as const

describe('what would tell more', () => {
  test('names what makes the answer surer, and by how much; a trifle is left out', () => {
    expect(nextLines(0.62, worths)!.map(({ thing, to }) => [thing, to])).toEqual([
      ['wait', 0.8],
      ['night', 0.85],
    ])
  })
  test('nobody is asked for more where it is sure enough; nothing may be worth its while', () => {
    expect(nextLines(0.93, worths)).toBeNull()
    expect(nextLines(0.84, worths)).toEqual([])
  })
})

describe('what could still hide', () => {
  test('beside a leak it is another one, at the corners that are not blamed', () => {
    expect(hiddenWords([{ corner: 'RR', atMostBarLPerH: 0.07 }], 'RL')).toBe(
      'Another leak could still hide: rear right up to 0.07 bar·L/h, a pin prick.',
    )
  })
  test('on a tight car it is any, the largest named as one would meet it', () => {
    const hidden = [
      { corner: 'RL', atMostBarLPerH: 0.2 },
      { corner: 'RR', atMostBarLPerH: 0.01 },
    ] as const
    expect(hiddenWords(hidden, 'none')).toBe(
      'A leak could still hide: rear left up to 0.2 and rear right up to 0.01 bar·L/h, ' +
        'the largest a crack that bubbles slowly.',
    )
    expect(hiddenWords([], 'none')).toBeNull()
  })
})

test('a load that fits as well is asked after, put in or taken out', () => {
  expect(loadWords({ place: 'frontLeftSeat', massKg: 78 })).toBe(
    'Some 80\u00a0kg put on the front left seat overnight fit these heights as well. ' +
      'Was somebody in the car, or was something put in?',
  )
  expect(loadWords({ place: 'loadArea', massKg: -52 })).toBe(
    'Some 50\u00a0kg taken from the load area overnight fit these heights as well. ' +
      'Was something taken out?',
  )
})
