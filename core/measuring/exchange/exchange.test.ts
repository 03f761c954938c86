import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { TableRound } from './index.ts'
import { LOAD_STATES, readRoundsTable, roundsTable, plainCell, safeCell } from './index.ts'
import { METHODS, ROUND_STATES } from '../heights/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import { momentIn, numberIn } from './cells.ts'

const HEAD = [
  'Plate',
  'walked at',
  'Level',
  'Temperature (C)',
  'lap',
  'FL_mm',
  'FR mm',
  'RR (mm)',
  'RL-mm',
]
const line = (...heights: string[]) => ['TQ 1', '2026-11-24 18:00Z', 'road', '8', '1', ...heights]
const faultsOf = (...rows: string[][]) =>
  readRoundsTable(rows).faults.map(({ line: at, code, column }) => [at, code, column])

describe('numbers and moments as people type them', () => {
  test.each([
    ['465,5', 465.5],
    ['465.5', 465.5],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ["1'234", 1234],
    [' 12 ', 12],
    ['-3', -3],
    ['46O', null],
    ['', null],
    ['1e3', null],
  ])('%s', (text, value) => expect(numberIn(text)).toBe(value))
  test.each([
    ['2026-11-24T18:30Z', '2026-11-24T18:30:00.000Z'],
    ['2026-11-24 18:30+02:00', '2026-11-24T16:30:00.000Z'],
    ['11/12/2026', null],
    ['31.4.2026', null],
    ['yesterday', null],
  ])('%s', (text, value) => expect(momentIn(text)).toBe(value))
  test('a day without a zone is local, day first is understood', () =>
    expect(momentIn('24.11.2026 18:30')).toBe(new Date(2026, 10, 24, 18, 30).toISOString()))
})

describe('rounds out of a table', () => {
  test('two laps of one walk are one round', () => {
    const { rounds, faults } = readRoundsTable([
      HEAD,
      line('480', '481', '482', '483'),
      ['tq-1', '2026-11-24 18:00Z', 'road', '8', '2', '480', '480', '480', '480'],
      ['', '', ''],
    ])
    expect(faults).toEqual([])
    expect(rounds).toHaveLength(1)
    expect(rounds[0]).toMatchObject({
      plate: 'TQ 1',
      levelId: 'road',
      method: 'wheelCentreToArch',
      load: 'empty',
      temperatureC: 8,
      line: 2,
    })
    expect(rounds[0]!.laps[0]!.heightMm).toEqual({ FL: 480, FR: 481, RR: 482, RL: 483 })
  })

  test('inch columns and degrees Fahrenheit become mm and degC', () => {
    const { rounds } = readRoundsTable([
      ['plate', 'date', 'temperature F', 'fl in', 'fr in', 'rr inch', 'rl cm'],
      ['A', '2026-11-24', '50', '19', '19', '19,5', '48'],
    ])
    expect(rounds[0]!.temperatureC).toBe(10)
    for (const [corner, mm] of [
      ['FL', 482.6],
      ['FR', 482.6],
      ['RR', 495.3],
      ['RL', 480],
    ] as const)
      expect(rounds[0]!.laps[0]!.heightMm[corner]).toBeCloseTo(mm, 9)
  })

  test('a line that cannot be taken is named, the others are read', () => {
    const { rounds, faults } = readRoundsTable([
      HEAD,
      line('480', '48O', '480', '480'),
      line('480', '480', '480', '480'),
      line('480', '480', '480', '4'),
      ['', '2026-11-24', '', '', '', '1', '1', '1', '1'],
    ])
    expect(rounds.map((round) => round.line)).toEqual([3])
    expect(faults.map(({ line: at, code, column, cell }) => [at, code, column, cell])).toEqual([
      [2, 'number', 'FR', '48O'],
      [4, 'height', 'RL', '4'],
      [5, 'noPlate', 'plate', ''],
    ])
  })

  test('a weight belongs to a laden round, and parts two rounds', () => {
    const laden = (load: string, kg: string) => [...line('480', '480', '480', '480'), load, kg]
    const heading = [...HEAD, 'load', 'load_kg']
    expect(
      readRoundsTable([
        heading,
        laden('laden', '300'),
        laden('laden', ''),
        laden('laden', '2,5'),
      ]).rounds.map(({ loadKg }) => loadKg),
    ).toEqual([300, null, 2.5])
    expect(
      faultsOf(heading, laden('empty', '300'), laden('laden', '9000'), laden('laden', 'much')),
    ).toEqual([
      [2, 'loadKg', 'load_kg'],
      [3, 'loadKg', 'load_kg'],
      [4, 'number', 'load_kg'],
    ])
  })

  test('headings are never guessed', () => {
    expect(faultsOf(['plate', 'date', 'FL_cubit', 'FR_mm', 'RR_mm', 'RL_mm'])).toEqual([
      [1, 'unknownUnit', 'FL_cubit'],
    ])
    expect(faultsOf(['plate', 'date', 'FL_mm', 'FR_mm', 'RR_mm'])).toEqual([
      [1, 'columnMissing', 'RL_mm'],
    ])
    expect(faultsOf([])).toEqual([[1, 'noHeading', '']])
    expect(faultsOf([...HEAD, 'mood'], [...line('480', '480', '480', '480'), 'fine'])).toEqual([
      [1, 'unknownColumn', 'mood'],
    ])
  })

  test('the same lap twice, a strange method and heat no garage has', () => {
    expect(
      faultsOf(HEAD, line('480', '480', '480', '480'), line('481', '480', '480', '480')),
    ).toEqual([[3, 'lapTwice', 'lap']])
    expect(faultsOf([...HEAD, 'method'], [...line('480', '480', '480', '480'), 'by eye'])).toEqual([
      [2, 'word', 'method'],
    ])
    expect(faultsOf(HEAD, ['A', '2026-11-24', '', '300', '', '480', '480', '480', '480'])).toEqual([
      [2, 'temperature', 'temperature'],
    ])
  })

  test('what is written is read back the same', () => {
    const height = fc.double({ min: 50, max: 2000, noNaN: true })
    const lap = fc.tuple(height, height, height, height).map((mm) => perCorner((_, i) => mm[i]!))
    const round = fc
      .record({
        plate: fc.stringMatching(/^[A-Z0-9]{1,8}$/),
        at: fc
          .date({ min: new Date('2000-01-01'), max: new Date('2040-01-01'), noInvalidDate: true })
          .map((date) => date.toISOString()),
        levelId: fc.constantFrom('', 'road', 'high'),
        method: fc.constantFrom(...METHODS),
        load: fc.constantFrom(...LOAD_STATES),
        loadKg: fc.option(fc.integer({ min: 1, max: 5000 })),
        state: fc.constantFrom(null, ...ROUND_STATES),
        temperatureC: fc.option(fc.integer({ min: -40, max: 60 })),
        laps: fc.array(lap, { minLength: 1, maxLength: 3 }),
      })
      .map((each) => ({
        ...each,
        loadKg: each.load === 'laden' ? each.loadKg : null,
        laps: each.laps.map((heightMm, i) => ({ lap: i + 1, heightMm })),
      }))
    fc.assert(
      fc.property(
        fc.uniqueArray(round, { selector: ({ at }) => at, maxLength: 6 }),
        (rounds: Omit<TableRound, 'line'>[]) => {
          const read = readRoundsTable(roundsTable(rounds))
          expect(read.faults).toEqual([])
          expect(read.rounds.map(({ line: _line, ...rest }) => rest)).toEqual(rounds)
        },
      ),
      { seed: 11, numRuns: 60 },
    )
  })
})

describe('cells that table programs would run', () => {
  test('words that begin like a formula are made words, and read back as they were', () => {
    for (const text of ['=1+1', '+cmd', '-x', '@sum', '\tx', "'=1+1", 'TQ 101', '']) {
      const written = safeCell(text)
      expect(written).not.toMatch(/^[=+\-@\t]/)
      if (!text.startsWith("'")) expect(plainCell(written)).toBe(text)
    }
  })

  test('figures stay figures', () => {
    for (const figure of ['-3.5', '+2', '480.0', '-1,250.5']) expect(safeCell(figure)).toBe(figure)
  })

  test('a plate that begins like a formula comes back from the rounds table', () => {
    const laps = [{ lap: 1, heightMm: { FL: 480, FR: 481, RL: 482, RR: 483 } }]
    const round = {
      plate: '=HYPERLINK("x")',
      at: '2026-11-24T18:00:00.000Z',
      levelId: 'road',
      method: 'wheelCentreToArch' as const,
      load: 'empty' as const,
      loadKg: null,
      state: null,
      temperatureC: 8,
      laps,
    }
    const [header = [], ...rows] = roundsTable([round]).map((row) => row.map(safeCell))
    expect(rows[0]).toContain(`'${round.plate}`)
    expect(readRoundsTable([header, ...rows]).rounds[0]?.plate).toBe(round.plate)
  })
})
