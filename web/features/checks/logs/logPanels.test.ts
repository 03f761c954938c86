import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { channel } from '../test/checking.ts'
import { kindsOf, moved, rowAt, scaled, shownFirst, within } from './logPanels.ts'

describe('panels of a log', () => {
  const channels = [
    channel('height.FL', 'height', 'FL'),
    channel('signal.FL', 'signal', 'FL'),
    channel('gallery', 'pressure', null),
    channel('height.FR', 'height', 'FR'),
  ]
  test('one for each kind; heights and pressures are looked at first', () => {
    expect(kindsOf(channels)).toEqual(['height', 'signal', 'pressure'])
    expect(shownFirst(channels)).toEqual(['height', 'pressure'])
    expect(shownFirst([channel('supply', 'voltage', null)])).toEqual(['voltage'])
  })
})

describe('a stretch of a log', () => {
  test('stays within it however it is moved and scaled, and is never less than two seconds', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 90_000, noNaN: true }),
        fc.array(fc.constantFrom('closer', 'wider', 'earlier', 'later'), { maxLength: 40 }),
        (endS, doing) => {
          let stretch = { fromS: 0, toS: endS }
          for (const each of doing) {
            stretch =
              each === 'closer'
                ? scaled(stretch, 0.5, endS)
                : each === 'wider'
                  ? scaled(stretch, 2, endS)
                  : moved(stretch, each === 'earlier' ? -1 : 1, endS)
            expect(stretch.fromS).toBeGreaterThanOrEqual(0)
            expect(stretch.toS).toBeLessThanOrEqual(endS + 1e-6)
            expect(stretch.toS - stretch.fromS).toBeGreaterThanOrEqual(2 - 1e-6)
          }
        },
      ),
      { seed: 4 },
    )
  })
  test('is looked at closer about what is read in it', () => {
    expect(scaled({ fromS: 0, toS: 100 }, 0.5, 100, 80)).toEqual({ fromS: 50, toS: 100 })
    expect(scaled({ fromS: 40, toS: 60 }, 0.5, 100)).toEqual({ fromS: 45, toS: 55 })
    expect(within({ fromS: -10, toS: 10 }, 1)).toEqual({ fromS: 0, toS: 2 })
  })
})

test('a moment is read in the last row that is not after it', () => {
  const trace = { atS: [0, 1, 1, 4] }
  expect([-1, 0, 0.9, 1, 3.9, 4, 99].map((at) => rowAt(trace, at))).toEqual([
    null,
    0,
    0,
    2,
    2,
    3,
    3,
  ])
  expect(rowAt({ atS: [] }, 3)).toBeNull()
})
