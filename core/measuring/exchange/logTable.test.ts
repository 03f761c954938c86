import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { guessColumns, LogReader, logNumber, logTime, rowsToKeep } from './index.ts'

describe('numbers and times as logs write them', () => {
  test.each([
    ['1,5', 1.5],
    ['−3', -3],
    ['1e2', 100],
    ['on', 1],
    ['Off', 0],
    ['', null],
    ['n/a', null],
    ['1.234,5', null],
  ] as const)('%j is %s', (text, value) => expect(logNumber(text)).toBe(value))
  test.each([
    ['90', 's', 90],
    ['1500', 'ms', 1.5],
    ['2', 'min', 120],
    ['01:02:03,5', 'clock', 3723.5],
    ['7:05', 'clock', 25_500],
    ['2026-11-24 18:00:00', 'date', Date.UTC(2026, 10, 24, 18) / 1000],
    ['24.11.2026 18:00', 'date', Date.UTC(2026, 10, 24, 18) / 1000],
    ['2026-11-24T19:00:00+01:00', 'date', Date.UTC(2026, 10, 24, 18) / 1000],
    ['soon', 'date', null],
    ['soon', 'clock', null],
  ] as const)('%s as %s', (text, format, value) => {
    expect(logTime(text, format)).toBe(value)
  })
})

describe('columns guessed from their headers', () => {
  test('of a log with plain names and units', () => {
    expect(
      guessColumns(
        [
          'time_s',
          'height FL [mm]',
          'Front right height (inch)',
          'gallery kPa',
          'Pump on',
          'pump temp °C',
          'remark',
        ],
        ['0', '480', '18.9', '690', 'off', '15', 'x'],
      ),
    ).toEqual([
      { role: 'time', format: 's' },
      { role: 'channel', kind: 'height', unit: 'mm', corner: 'FL' },
      { role: 'channel', kind: 'height', unit: 'inch', corner: 'FR' },
      { role: 'channel', kind: 'pressure', unit: 'kPa', corner: null },
      { role: 'channel', kind: 'state', unit: '0 or 1', corner: null },
      { role: 'channel', kind: 'temperature', unit: 'degC', corner: null },
      { role: 'left out' },
    ])
  })
  test('of one with clock times or dates', () => {
    expect(guessColumns(['Uhr', 'RL mm'], ['07:05:00', '470'])[0]).toEqual({
      role: 'time',
      format: 'clock',
    })
    expect(guessColumns(['when', 'RL mm'], ['2026-11-24 18:00:00', '470'])).toEqual([
      { role: 'time', format: 'date' },
      { role: 'channel', kind: 'height', unit: 'mm', corner: 'RL' },
    ])
  })
})

describe('reading a log row by row', () => {
  const mapping = [
    { role: 'time', format: 'clock' },
    { role: 'channel', kind: 'height', unit: 'inch', corner: 'FL' },
    { role: 'left out' },
  ] as const
  test('turns units, goes on past midnight, and counts what it could not read', () => {
    const reader = new LogReader(mapping)
    for (const row of [
      ['23:59:50', '10', 'x'],
      ['00:00:10', '11', ''],
      ['bad', '12', ''],
      ['00:00:30', '', ''],
      [''],
    ])
      reader.take(row)
    expect(reader.atS).toEqual([0, 20, 40])
    expect(reader.columns).toEqual([[254, 279.4, null]])
    expect(reader).toMatchObject({ skipped: 1, firstSkipped: 4, jumps: 0, gaps: 0 })
  })
  test('a clock that was set back does not run the log back, a gap is counted', () => {
    const reader = new LogReader([{ role: 'time', format: 's' }, mapping[1]])
    for (const at of [0, 10, 5, 15, 200]) reader.take([String(at), '10'])
    expect(reader.atS).toEqual([0, 10, 10, 20, 205])
    expect(reader).toMatchObject({ jumps: 1, gaps: 1 })
  })
})

describe('fewer rows that draw the same line', () => {
  test('keeps first, last, least and most of every column, in order, and no more than asked by much', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), {
          minLength: 200,
          maxLength: 2000,
        }),
        (column) => {
          const kept = rowsToKeep([column], column.length, 100)
          expect(kept.length).toBeLessThanOrEqual(101)
          expect([kept[0], kept.at(-1)]).toEqual([0, column.length - 1])
          expect(Math.max(...kept.map((i) => column[i]!))).toBe(Math.max(...column))
          expect(Math.min(...kept.map((i) => column[i]!))).toBe(Math.min(...column))
          expect([...kept].sort((a, b) => a - b)).toEqual(kept)
        },
      ),
      { numRuns: 30 },
    )
    expect(rowsToKeep([[1, 2, 3]], 3, 100)).toEqual([0, 1, 2])
  })
})
