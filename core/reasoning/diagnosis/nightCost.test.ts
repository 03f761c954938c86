import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { nightMinutes, wantedNow } from './nightCost.ts'

test('a night is nearly free after four, dear at nine, and out of the question where the car goes today', () => {
  expect(nightMinutes(16.5, 'tomorrow')).toBeLessThanOrEqual(5)
  expect(nightMinutes(9, 'tomorrow')).toBeGreaterThan(100)
  expect(nightMinutes(17, 'today')).toBeGreaterThan(500)
  expect(nightMinutes(9, null)).toBeNull()
})
test('the later in the day, the less a night costs', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 24, noNaN: true }),
      fc.double({ min: 0, max: 24, noNaN: true }),
      (a, b) => {
        const [early, late] = [Math.min(a, b), Math.max(a, b)]
        expect(nightMinutes(late, 'later')!).toBeLessThanOrEqual(nightMinutes(early, 'later')!)
      },
    ),
  )
})

describe('when it is wanted back', () => {
  test('ages with the days: tomorrow becomes today, and what is past is asked anew', () => {
    const said = (what: 'today' | 'tomorrow' | 'later') => ({ said: what, on: '2026-11-30' })
    expect(wantedNow(said('tomorrow'), '2026-11-30')).toBe('tomorrow')
    expect(wantedNow(said('tomorrow'), '2026-12-01')).toBe('today')
    expect(wantedNow(said('tomorrow'), '2026-12-02')).toBeNull()
    expect(wantedNow(said('today'), '2026-12-01')).toBeNull()
    expect(wantedNow(said('later'), '2026-11-30')).toBe('later')
    expect(wantedNow(said('later'), '2026-12-01')).toBeNull()
    expect(wantedNow(null, '2026-12-01')).toBeNull()
  })
  test('a clock that went back leaves it as it was said', () => {
    expect(wantedNow({ said: 'today', on: '2026-12-02' }, '2026-12-01')).toBe('today')
  })
})
