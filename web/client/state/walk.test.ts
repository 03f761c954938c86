import { describe, expect, test } from 'vitest'
import { lastLap, nextStop, stopsOf, take } from './walk.ts'

const EVENING = '2026-11-24T19:00:00.000Z'
describe('more than two laps', () => {
  test('go to and fro, and the next stop is the first one missing', () => {
    expect(
      stopsOf(3)
        .map(({ corner, lap }) => `${corner}${lap}`)
        .slice(7),
    ).toEqual(['FL2', 'FL3', 'FR3', 'RR3', 'RL3'])
    const taken = stopsOf(2).reduce(
      (list, stop) => take(list, { ...stop, heightMm: 480, at: EVENING }),
      [] as ReturnType<typeof take>,
    )
    expect(nextStop(taken)).toBeNull()
    expect(nextStop(taken, 3)).toEqual({ corner: 'FL', lap: 3 })
    expect([lastLap(taken, 'RR'), lastLap([], 'RR')]).toEqual([2, 1])
  })
})
