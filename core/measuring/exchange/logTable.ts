import { DEFAULT_UNITS, fromDisplay } from '../../base/units/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'

/** What a column of somebody's log holds. */
export type LogColumn =
  | { readonly role: 'time'; readonly format: TimeFormat }
  | {
      readonly role: 'channel'
      readonly kind:
        'height' | 'signal' | 'pressure' | 'current' | 'voltage' | 'temperature' | 'state'
      readonly unit: LogUnit
      readonly corner: Corner | null
    }
  | { readonly role: 'left out' }

/** How times are written: counted, as hours of a day, or as dates. */
export type TimeFormat = 's' | 'ms' | 'min' | 'clock' | 'date'
/** Units a column may be in; all are turned into the first of their kind. */
export type LogUnit =
  'mm' | 'inch' | 'per cent' | 'bar' | 'kPa' | 'psi' | 'A' | 'V' | 'degC' | 'degF' | '0 or 1'

// A number of a log in the unit that is stored.
function stored(value: number, unit: LogUnit): number {
  switch (unit) {
    case 'inch':
      return fromDisplay(value, 'height', { ...DEFAULT_UNITS, length: unit })
    case 'kPa':
    case 'psi':
      return fromDisplay(value, 'pressure', { ...DEFAULT_UNITS, pressure: unit })
    case 'degF':
      return fromDisplay(value, 'temperature', { ...DEFAULT_UNITS, temperature: unit })
    case '0 or 1':
      return value >= 0.5 ? 1 : 0
    case 'mm':
    case 'per cent':
    case 'bar':
    case 'A':
    case 'V':
    case 'degC':
      return value
  }
}

const CORNER_HEADERS: readonly (readonly [RegExp, Corner])[] = [
  [/\bfl\b|front.*left|left.*front/i, 'FL'],
  [/\bfr\b|front.*right|right.*front/i, 'FR'],
  [/\brl\b|rear.*left|left.*rear/i, 'RL'],
  [/\brr\b|rear.*right|right.*rear/i, 'RR'],
]
const KINDS: readonly (readonly [
  RegExp,
  Extract<LogColumn, { role: 'channel' }>['kind'],
  LogUnit,
])[] = [
  [/pump.*(on|run|state|relay)|relay|compressor.*(on|run|state)/i, 'state', '0 or 1'],
  [/height|level|travel/i, 'height', 'mm'],
  [/signal|sensor|percent/i, 'signal', 'per cent'],
  [/press|gallery|\bbar\b|kpa|psi/i, 'pressure', 'bar'],
  [/current|amp/i, 'current', 'A'],
  [/volt|supply|battery/i, 'voltage', 'V'],
  [/temp|warm/i, 'temperature', 'degC'],
]
const UNITS: readonly (readonly [RegExp, LogUnit])[] = [
  [/\bkpa\b/i, 'kPa'],
  [/\bpsi\b/i, 'psi'],
  [/\bbar\b/i, 'bar'],
  [/\binch|\bin\b|"/i, 'inch'],
  [/\bmm\b/i, 'mm'],
  [/°\s*f|degf|\bf\b/i, 'degF'],
  [/°\s*c|degc/i, 'degC'],
  [/%|per\s?cent/i, 'per cent'],
]
const CLOCK = /^\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?$/

/**
 * A number as logs write it, decimal commas and yes-or-no words included; null for anything else.
 */
export function logNumber(text: string): number | null {
  const trimmed = text.trim()
  if (/^(on|true|yes|run(ning)?)$/i.test(trimmed)) return 1
  if (/^(off|false|no|stop(ped)?)$/i.test(trimmed)) return 0
  if (!/^[-+−]?(\d+([.,]\d*)?|[.,]\d+)(e[-+]?\d+)?$/i.test(trimmed)) return null
  return Number(trimmed.replace('−', '-').replace(',', '.'))
}

/** A moment as it is written, s; null where it is none. Clock times count from midnight. */
export function logTime(text: string, format: TimeFormat): number | null {
  const trimmed = text.trim()
  if (format === 'clock') {
    if (!CLOCK.test(trimmed)) return null
    const [hours = 0, minutes = 0, seconds = 0] = trimmed.replace(',', '.').split(':').map(Number)
    return hours * 3600 + minutes * 60 + seconds
  }
  if (format === 'date') {
    const local =
      /^(\d{1,2})[./](\d{1,2})[./](\d{4})[ T](\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$/.exec(
        trimmed,
      )
    if (local)
      return (
        Date.UTC(
          Number(local[3]),
          Number(local[2]) - 1,
          Number(local[1]),
          Number(local[4]),
          Number(local[5]),
        ) /
          1000 +
        Number((local[6] ?? '0').replace(',', '.'))
      )
    // Without a zone it is taken as it stands: what counts are the differences.
    const ms = Date.parse(
      /[zZ]$|[+-]\d{2}:?\d{2}$/.test(trimmed) ? trimmed : `${trimmed.replace(' ', 'T')}Z`,
    )
    return Number.isNaN(ms) ? null : ms / 1000
  }
  const value = logNumber(trimmed)
  return value === null ? null : value * { s: 1, ms: 0.001, min: 60 }[format]
}

function timeFormatOf(header: string, sample: string): TimeFormat | null {
  if (CLOCK.test(sample.trim())) return 'clock'
  if (logNumber(sample) === null) return logTime(sample, 'date') === null ? null : 'date'
  if (!/time|sec|\bs\b|\bt\b|stamp|millis|\bms\b|min/i.test(header)) return null
  return /\bms\b|millis/i.test(header) ? 'ms' : /\bmin/i.test(header) ? 'min' : 's'
}

/**
 * What each column of a log seems to hold, by its header and first values. A person may say
 * otherwise.
 * @param samples first row of values.
 */
export function guessColumns(headers: readonly string[], samples: readonly string[]): LogColumn[] {
  let timed = false
  return headers.map((raw, i): LogColumn => {
    const header = raw.replaceAll('_', ' ')
    const format = timed ? null : timeFormatOf(header, samples[i] ?? '')
    if (format) {
      timed = true
      return { role: 'time', format }
    }
    const found = KINDS.find(([pattern]) => pattern.test(header))
    const corner = CORNER_HEADERS.find(([pattern]) => pattern.test(header))?.[1] ?? null
    const unit = UNITS.find(([pattern]) => pattern.test(header))?.[1]
    if (!found)
      return corner !== null && (unit === 'mm' || unit === 'inch')
        ? { role: 'channel', kind: 'height', unit, corner }
        : { role: 'left out' }
    const [, kind, usual] = found
    const fits =
      unit &&
      {
        height: ['mm', 'inch'],
        signal: ['per cent'],
        pressure: ['bar', 'kPa', 'psi'],
        temperature: ['degC', 'degF'],
        current: [],
        voltage: [],
        state: [],
      }[kind].includes(unit as never)
    return { role: 'channel', kind, unit: fits ? unit : usual, corner }
  })
}

/** A log being read row by row, without ever holding its text. */
export class LogReader {
  readonly atS: number[] = []
  readonly columns: (number | null)[][]
  /** Rows that could not be read, and the first of their lines. */
  skipped = 0
  firstSkipped: number | null = null
  /** Places where the clock jumped back or stood still, and gaps longer than a minute. */
  jumps = 0
  gaps = 0
  private shiftS = 0
  private startS: number | null = null
  private line = 1
  private readonly channels: readonly { readonly at: number; readonly unit: LogUnit }[]
  private readonly timeAt: number
  private readonly format: TimeFormat

  constructor(mapping: readonly LogColumn[]) {
    this.timeAt = mapping.findIndex(({ role }) => role === 'time')
    const time = mapping[this.timeAt]
    this.format = time?.role === 'time' ? time.format : 's'
    this.channels = mapping.flatMap((column, at) =>
      column.role === 'channel' ? [{ at, unit: column.unit }] : [],
    )
    this.columns = this.channels.map(() => [])
  }

  /** Takes a row of cells below the header. */
  take(cells: readonly string[]): void {
    this.line += 1
    const raw = logTime(cells[this.timeAt] ?? '', this.format)
    if (raw === null) {
      if (cells.length === 1 && cells[0]!.trim() === '') return
      this.skipped += 1
      this.firstSkipped ??= this.line
      return
    }
    this.startS ??= raw
    const last = this.atS.at(-1)
    let at = raw - this.startS + this.shiftS
    if (last !== undefined && at < last) {
      // Past midnight a clock begins anew; any other step back is a clock that was set.
      const midnight = this.format === 'clock' && last - at > 43_200
      if (!midnight) this.jumps += 1
      this.shiftS += midnight ? 86_400 : last - at
      at = raw - this.startS + this.shiftS
    }
    if (last !== undefined && at - last > 60) this.gaps += 1
    this.atS.push(at)
    this.channels.forEach(({ at: place, unit }, k) => {
      const value = logNumber(cells[place] ?? '')
      this.columns[k]!.push(value === null ? null : stored(value, unit))
    })
  }
}

/**
 * Which rows of a long log to keep so that a line drawn through them looks the same: of each
 * stretch its first row and those where a
 * column is least or most.
 */
export function rowsToKeep(
  columns: readonly (readonly (number | null)[])[],
  rows: number,
  most: number,
): number[] {
  if (rows <= most) return Array.from({ length: rows }, (_, i) => i)
  const perStretch = 1 + 2 * columns.length
  const stretches = Math.max(1, Math.floor(most / perStretch))
  const kept = new Set<number>()
  for (let k = 0; k < stretches; k += 1) {
    const [from, to] = [
      Math.floor((k * rows) / stretches),
      Math.floor(((k + 1) * rows) / stretches),
    ]
    kept.add(from)
    for (const column of columns) {
      let [low, high] = [-1, -1]
      for (let i = from; i < to; i += 1) {
        const value = column[i]
        if (value === null || value === undefined) continue
        if (low === -1 || value < column[low]!) low = i
        if (high === -1 || value > column[high]!) high = i
      }
      if (low >= 0) kept.add(low)
      if (high >= 0) kept.add(high)
    }
  }
  kept.add(rows - 1)
  return [...kept].sort((a, b) => a - b)
}
