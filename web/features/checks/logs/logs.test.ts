import { LogReader, readOwnLog } from '@anklet/core/measuring/exchange'
import { describe, expect, test } from 'vitest'
import { channelsOf, finishLog } from '../../../client/workers/logFileWorker.ts'
import { COLUMN_CHOICES, columnWords, mappingFault } from './logMapping.ts'
import { logFile, thinned } from './logRows.ts'
import { channel } from '../test/checking.ts'

describe('logs', () => {
  test('as a table, one row a moment, gaps left empty', () => {
    const head = {
      id: 'l',
      jobId: 'j',
      at: '2026-11-24T18:00:00Z',
      endedAt: null,
      person: 'p',
      deviceName: 'd',
      title: 't',
      channels: [channel('gallery', 'pressure', null)],
      from: 'link' as const,
      rows: 2,
    }
    const trace = {
      atS: [0, 1.25],
      values: { gallery: [7.123456, null] },
      marks: [{ atS: 1, words: 'asked: raise' }],
    }
    const file = logFile({ head, trace }, { plate: 'TQ 102', simulated: false })
    expect(file.split('\n').slice(1)).toEqual([
      '"time, s","gallery, mm"',
      '0,7.123456',
      '1.25,',
      '',
    ])
    const read = readOwnLog(file)
    expect(read).toMatchObject({
      value: {
        atS: trace.atS,
        values: trace.values,
        head: { plate: 'TQ 102', marks: trace.marks },
      },
    })
    expect(
      thinned(
        Array.from({ length: 1000 }, (_, i) => i),
        100,
      ),
    ).toHaveLength(101)
  })
  test('columns of a file: each choice has its own words, faults are named', () => {
    for (const [words, column] of Object.entries(COLUMN_CHOICES))
      expect(columnWords(column)).toBe(words)
    const [time, FL] = [COLUMN_CHOICES['time, s']!, COLUMN_CHOICES['height FL, mm']!]
    expect(mappingFault([time, FL])).toBeNull()
    expect(mappingFault([FL])).toContain('which column is the time')
    expect(mappingFault([time, time, FL])).toContain('Only one')
    expect(mappingFault([time])).toContain('what it measures')
    expect(mappingFault([time, FL, FL])).toContain('height FL')
  })
  test('hundreds of thousands of rows are kept as some thousand, their lifts found in all of them', () => {
    const rows = 300_000
    const mapping = [
      COLUMN_CHOICES['time, s']!,
      COLUMN_CHOICES['height FL, mm']!,
      COLUMN_CHOICES['pump runs, on or off']!,
    ]
    const reader = new LogReader(mapping)
    for (let i = 0; i < rows; i += 1)
      reader.take([
        String(i / 10),
        String(i < rows / 2 ? 450 : Math.min(480, 450 + (i - rows / 2) / 10)),
        i % 2 ? 'on' : 'off',
      ])
    const log = finishLog(reader, channelsOf(mapping, ['t', 'FL', 'pump on']), 470)
    expect(log.rows).toBe(rows)
    expect(log.trace.atS.length).toBeLessThanOrEqual(12_001)
    expect(log.channels.map(({ id }) => id)).toEqual(['height.FL', 'runs'])
    expect(log.lifts).toMatchObject([{ fromMm: 450, toMm: 480 }])
    expect(log.trace.values['height.FL']).toContain(480)
    expect(log.doubts).toEqual([])
  })
})
