import type { Method, RoundState } from '../heights/index.ts'
import { HEIGHT_RANGE_MM, LOAD_RANGE_KG, METHODS, ROUND_STATES } from '../heights/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS, perCorner, WALK } from '../../base/vehicle/index.ts'
import { momentIn, numberIn, plainCell } from './cells.ts'

/** Loads a car may be measured under. */
export const LOAD_STATES = ['empty', 'driver', 'laden'] as const
/** How a car was loaded. */
export type LoadState = (typeof LOAD_STATES)[number]

/** One lap around a car, as a line of a table. */
export interface TableLap {
  readonly lap: number
  readonly heightMm: PerCorner<number>
}

/** One round out of a table. */
export interface TableRound {
  /** Line of its first lap, counted as a spreadsheet does. */
  readonly line: number
  readonly plate: string
  readonly at: string
  readonly levelId: string
  readonly method: Method
  readonly load: LoadState
  /** What was loaded, kg; null: the table does not say. */
  readonly loadKg: number | null
  /** null: the table does not say. */
  readonly state: RoundState | null
  /** null: the table does not say. */
  readonly temperatureC: number | null
  readonly laps: readonly TableLap[]
}

/** What is wrong, and where. Line 1 is the heading. */
export interface TableFault {
  readonly line: number
  readonly code:
    | 'noHeading'
    | 'columnMissing'
    | 'unknownUnit'
    | 'unknownColumn'
    | 'noPlate'
    | 'moment'
    | 'number'
    | 'height'
    | 'word'
    | 'temperature'
    | 'loadKg'
    | 'lapTwice'
  readonly column: string
  readonly cell: string
}

/** What a table came to: every round it holds, and every line that cannot be taken. */
export interface ReadTable {
  readonly rounds: readonly TableRound[]
  readonly faults: readonly TableFault[]
}

const MM_PER: Readonly<Record<string, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4, inch: 25.4 }
const PLAIN = [
  'plate',
  'walkedat',
  'date',
  'time',
  'level',
  'method',
  'load',
  'loadkg',
  'state',
  'lap',
  'note',
  'person',
] as const
type Plain = (typeof PLAIN)[number]

interface Columns {
  readonly plain: Partial<Record<Plain, number>>
  readonly corner: Partial<Record<Corner, { readonly at: number; readonly mmPer: number }>>
  readonly temperature: { readonly at: number; readonly fahrenheit: boolean } | null
}

const keyOf = (heading: string): string =>
  heading
    .trim()
    .toLowerCase()
    .replaceAll(/[\s_().[\]-]+/g, ' ')
    .trim()

// Where each thing stands, or what about the heading cannot be used.
function columnsOf(heading: readonly string[]): { columns: Columns; faults: TableFault[] } {
  const faults: TableFault[] = []
  const plain: Partial<Record<Plain, number>> = {}
  const corner: Partial<Record<Corner, { at: number; mmPer: number }>> = {}
  let temperature: Columns['temperature'] = null
  for (const [at, cell] of heading.entries()) {
    const key = keyOf(cell)
    const [word = '', unit = ''] = key.split(' ')
    const name = CORNERS.find((each) => each.toLowerCase() === word)
    const fault = (code: TableFault['code']): void =>
      void faults.push({ line: 1, code, column: cell.trim(), cell: unit })
    const joined = key.replaceAll(' ', '')
    if (name) {
      if (MM_PER[unit] === undefined) fault('unknownUnit')
      else corner[name] = { at, mmPer: MM_PER[unit] }
    } else if (word === 'temperature') {
      if (!['c', 'degc', '°c', 'f', 'degf', '°f'].includes(unit)) fault('unknownUnit')
      else temperature = { at, fahrenheit: unit.endsWith('f') }
    } else if (PLAIN.includes(joined as Plain)) plain[joined as Plain] = at
    else if (key !== '') fault('unknownColumn')
  }
  const missing = [
    ...(plain.plate === undefined ? ['plate'] : []),
    ...(plain.walkedat === undefined && plain.date === undefined ? ['walked_at'] : []),
    ...WALK.filter(
      (name) =>
        !corner[name] && !faults.some(({ column }) => keyOf(column).startsWith(name.toLowerCase())),
    ).map((name) => `${name}_mm`),
  ]
  return {
    columns: { plain, corner, temperature },
    faults: [
      ...faults,
      ...missing.map((column) => ({ line: 1, code: 'columnMissing' as const, column, cell: '' })),
    ],
  }
}

type Line = Omit<TableRound, 'laps'> & { readonly lap: TableLap }
/** A cell that cannot be taken ends its line; the reader goes on with the next. */
class Unreadable extends Error {
  constructor(readonly fault: Omit<TableFault, 'line'>) {
    super(fault.code)
  }
}

const WORDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  method: Object.fromEntries(METHODS.map((method) => [method.toLowerCase(), method])),
  load: Object.fromEntries(LOAD_STATES.map((load) => [load, load])),
  state: Object.fromEntries(ROUND_STATES.map((state) => [state.toLowerCase(), state])),
}

function readLine(
  cells: readonly string[],
  line: number,
  { plain, corner, temperature }: Columns,
): Line {
  const cell = (name: Plain): string =>
    plain[name] === undefined ? '' : (cells[plain[name]] ?? '').trim()
  const refuse = (code: TableFault['code'], column: string, text: string): never => {
    throw new Unreadable({ code, column, cell: text })
  }
  const word = <Word extends string | null>(
    column: 'method' | 'load' | 'state',
    usual: Word,
  ): Word => {
    const text = cell(column)
      .replaceAll(/[\s_-]/g, '')
      .toLowerCase()
    return text === ''
      ? usual
      : ((WORDS[column]![text] ?? refuse('word', column, cell(column))) as Word)
  }
  const plate = plainCell(cell('plate')) || refuse('noPlate', 'plate', '')
  const when =
    plain.walkedat === undefined ? `${cell('date')} ${cell('time')}`.trim() : cell('walkedat')
  const heightMm = perCorner((name) => {
    const { at, mmPer } = corner[name]!
    const text = cells[at] ?? ''
    const mm = (numberIn(text) ?? refuse('number', name, text)) * mmPer
    return mm >= HEIGHT_RANGE_MM.least && mm <= HEIGHT_RANGE_MM.most
      ? mm
      : refuse('height', name, text)
  })
  const lap =
    cell('lap') === '' ? 1 : (numberIn(cell('lap')) ?? refuse('number', 'lap', cell('lap')))
  if (!Number.isInteger(lap) || lap < 1 || lap > 20) refuse('number', 'lap', cell('lap'))
  const warm = temperature ? (cells[temperature.at] ?? '').trim() : ''
  const degrees = warm === '' ? null : (numberIn(warm) ?? refuse('number', 'temperature', warm))
  const temperatureC =
    degrees === null ? null : temperature!.fahrenheit ? ((degrees - 32) * 5) / 9 : degrees
  if (temperatureC !== null && (temperatureC < -60 || temperatureC > 120))
    refuse('temperature', 'temperature', warm)
  const load = word<LoadState>('load', 'empty')
  const kg = cell('loadkg')
  const loadKg = kg === '' ? null : (numberIn(kg) ?? refuse('number', 'load_kg', kg))
  if (
    loadKg !== null &&
    (load !== 'laden' || loadKg < LOAD_RANGE_KG.least || loadKg > LOAD_RANGE_KG.most)
  )
    refuse('loadKg', 'load_kg', kg)
  return {
    line,
    plate,
    at:
      momentIn(when) ?? refuse('moment', plain.walkedat === undefined ? 'date' : 'walked_at', when),
    levelId: cell('level'),
    method: word('method', 'wheelCentreToArch'),
    load,
    loadKg,
    state: word<RoundState | null>('state', null),
    temperatureC,
    lap: { lap, heightMm },
  }
}

/**
 * Reads rounds out of a table: one line for each lap around a car, lines with one plate, moment,
 * level and method being one round.
 * Nothing is guessed: a line that cannot be taken is named with its cell, and the others are read
 * on.
 * @param rows the heading first.
 */
export function readRoundsTable(rows: readonly (readonly string[])[]): ReadTable {
  const [heading, ...lines] = rows
  if (!heading || heading.every((cell) => cell.trim() === ''))
    return { rounds: [], faults: [{ line: 1, code: 'noHeading', column: '', cell: '' }] }
  const { columns, faults } = columnsOf(heading)
  if (faults.some(({ code }) => code !== 'unknownColumn')) return { rounds: [], faults }
  const rounds = new Map<string, Omit<TableRound, 'laps'> & { laps: TableLap[] }>()
  for (const [i, cells] of lines.entries()) {
    if (cells.every((cell) => cell.trim() === '')) continue
    try {
      const { lap, ...round } = readLine(cells, i + 2, columns)
      const key = [
        round.plate.replaceAll(/[^\p{L}\p{N}]/gu, '').toUpperCase(),
        round.at,
        round.levelId,
        round.method,
        round.load,
        String(round.loadKg ?? ''),
        round.state ?? '',
      ].join('\n')
      const known = rounds.get(key)
      if (!known) rounds.set(key, { ...round, laps: [lap] })
      else if (known.laps.some((each) => each.lap === lap.lap))
        throw new Unreadable({ code: 'lapTwice', column: 'lap', cell: String(lap.lap) })
      else known.laps.push(lap)
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error
      faults.push({ line: i + 2, ...error.fault })
    }
  }
  return { rounds: [...rounds.values()], faults }
}

/** The heading our own tables carry. */
export const ROUNDS_HEADING = [
  'plate',
  'walked_at',
  'level',
  'method',
  'load',
  'load_kg',
  'state',
  'temperature_C',
  'lap',
  'FL_mm',
  'FR_mm',
  'RR_mm',
  'RL_mm',
] as const

/** Rounds as a table that `readRoundsTable` reads back to the same rounds. */
export const roundsTable = (rounds: readonly Omit<TableRound, 'line'>[]): string[][] => [
  [...ROUNDS_HEADING],
  ...rounds.flatMap(({ plate, at, levelId, method, load, loadKg, state, temperatureC, laps }) =>
    laps.map(({ lap, heightMm }) => [
      plate,
      at,
      levelId,
      method,
      load,
      loadKg === null ? '' : String(loadKg),
      state ?? '',
      temperatureC === null ? '' : String(temperatureC),
      String(lap),
      ...WALK.map((corner) => String(heightMm[corner])),
    ]),
  ),
]
