import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { OwnLog } from './index.ts'
import { isOwnLog, readOwnLog, writeOwnLog } from './index.ts'

const HEIGHT = {
  id: 'height.FL',
  place: 'front left sensor, "new"',
  kind: 'height',
  unit: 'mm',
  corner: 'FL',
  least: 0,
  most: 2000,
} as const
const GALLERY = {
  id: 'gallery',
  place: 'gallery',
  kind: 'pressure',
  unit: 'bar',
  corner: null,
  least: -1,
  most: 40,
} as const

const LOG: OwnLog = {
  head: {
    title: 'Lift, once',
    deviceName: 'Link',
    at: '2026-11-24T18:00:00Z',
    plate: 'TQ 102',
    simulated: false,
    channels: [HEIGHT, GALLERY],
    marks: [{ atS: 0.5, words: 'asked: raise' }],
  },
  atS: [0, 0.5, 1],
  values: { 'height.FL': [480, null, 481.25], gallery: [6.1, 6.123456789, null] },
}

const changed = (from: string | RegExp, to: string) =>
  readOwnLog(writeOwnLog(LOG).replace(from, to))

describe('a log as a file of our own', () => {
  test('is a table under one line that says what its columns are', () => {
    const [head, names, first, second] = writeOwnLog(LOG).split('\n')
    expect(head?.startsWith('# anklet-log 1 {')).toBe(true)
    expect(names).toBe('"time, s","height.FL, mm","gallery, bar"')
    expect([first, second]).toEqual(['0,480,6.1', '0.5,,6.123456789'])
  })

  test('read in again, it is the same log to the last digit', () => {
    const value = fc.option(fc.double({ noNaN: true, noDefaultInfinity: true }), { nil: null })
    const text = fc.string({ unit: 'grapheme' }).filter((each) => !/[\r\n]/.test(each))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 50, noNaN: true }), value, value)),
        text,
        fc.array(fc.record({ atS: fc.double({ min: 0, max: 1e4, noNaN: true }), words: text })),
        (rows, title, marks) => {
          let at = 0
          const log: OwnLog = {
            head: { ...LOG.head, title, marks },
            atS: rows.map(([step]) => (at += step)),
            values: {
              'height.FL': rows.map(([, height]) => height),
              gallery: rows.map(([, , bar]) => bar),
            },
          }
          const read = readOwnLog(writeOwnLog(log))
          // A file has no negative zero.
          expect(JSON.stringify(read)).toBe(JSON.stringify({ ok: true, value: log }))
        },
      ),
      { seed: 21, numRuns: 200 },
    )
  })

  test('survives a table program’s line ends and mark of its letters', () => {
    const text = `\uFEFF${writeOwnLog(LOG).replaceAll('\n', '\r\n')}`
    expect(isOwnLog(text)).toBe(true)
    expect(readOwnLog(text)).toEqual({ ok: true, value: LOG })
  })

  test('says what is wrong with it and where', () => {
    expect(isOwnLog('time;FL\n0;480')).toBe(false)
    expect(changed('anklet-log 1', 'anklet-log 7')).toMatchObject({
      error: { code: 'otherVersion', version: 7 },
    })
    expect(changed('"marks":', '"mar":')).toMatchObject({ error: { code: 'headDamaged' } })
    expect(changed('{', '')).toMatchObject({ error: { code: 'headDamaged' } })
    expect(changed('"id":"gallery"', '"id":"height.FL"')).toMatchObject({
      error: { code: 'headDamaged' },
    })
    expect(changed('0.5,,6.1', '0.5,6.1')).toMatchObject({
      error: { code: 'rowDamaged', line: 4 },
    })
    expect(changed('\n1,481', '\nx,481')).toMatchObject({ error: { code: 'rowDamaged', line: 5 } })
    expect(changed('\n1,481', '\n0.2,481')).toMatchObject({
      error: { code: 'rowDamaged', line: 5 },
    })
  })
})
