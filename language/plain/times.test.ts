import { describe, expect, test } from 'vitest'
import { clockWords } from './clock.ts'
import {
  countdownWords,
  hoursWords,
  momentWords,
  morningAfter,
  spanWords,
  usualMorning,
} from './times.ts'

const MIN = 60_000
const HOUR = 60 * MIN

describe('times', () => {
  const now = new Date(2026, 10, 24, 18, 0)
  test('moments are said as one says them', () => {
    expect(momentWords(new Date(2026, 10, 24, 6, 5), now)).toBe('today 06:05')
    expect(momentWords(new Date(2026, 10, 23, 20, 10), now)).toBe('yesterday 20:10')
    expect(momentWords(new Date(2026, 10, 25, 7, 0), now)).toBe('tomorrow 07:00')
    expect(momentWords(new Date(2026, 9, 14, 7, 0), now)).toBe('Wed 14 Oct 07:00')
    expect(momentWords(new Date(2025, 9, 14, 7, 0), now)).toBe('14 Oct 2025 07:00')
  })

  test('spans and countdowns', () => {
    expect(
      [0, 59_999, 25 * MIN, HOUR, 10 * HOUR + 40 * MIN, 9 * HOUR + 5 * MIN, 72 * HOUR, -5].map(
        spanWords,
      ),
    ).toEqual([
      'under a minute',
      'under a minute',
      '25 min',
      '1 h',
      '10 h 40',
      '9 h 05',
      '3 days',
      'under a minute',
    ])
    expect([10 * MIN, 4 * MIN + 9000, 500, 0].map(countdownWords)).toEqual([
      '10 min',
      '4:09',
      '0:01',
      '0:00',
    ])
    expect([0.4, 7, 7.25, 49.2, 100].map(hoursWords)).toEqual([
      'under an hour',
      '7 h',
      '7.3 h',
      '49 h',
      '4 days',
    ])
  })

  test('the usual morning is seven, unless that is nearer than a night', () => {
    expect(usualMorning(now)).toEqual(new Date(2026, 10, 25, 7, 0))
    expect(usualMorning(new Date(2026, 10, 25, 0, 30))).toEqual(new Date(2026, 10, 25, 12, 30))
  })
})

test('the morning after is eight o’clock of the next day, whenever it is asked for', () =>
  expect(
    [new Date(2026, 10, 30, 23, 59), new Date(2026, 11, 1, 0, 1)].map((now) =>
      morningAfter(now).toString(),
    ),
  ).toEqual([new Date(2026, 11, 1, 8).toString(), new Date(2026, 11, 2, 8).toString()]))

test('a moment of a log stands as a clock shows it', () =>
  expect([0, 6, 59.6, 90, 754, 3840, -12].map(clockWords)).toEqual([
    '0:00',
    '0:06',
    '1:00',
    '1:30',
    '12:34',
    '1:04:00',
    '−0:12',
  ]))
