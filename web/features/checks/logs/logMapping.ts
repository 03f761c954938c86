import type { LogColumn } from '@anklet/core/measuring/exchange'
import { CORNERS } from '@anklet/core/base/vehicle'

/** What a column may be, by the words it is chosen by. */
export const COLUMN_CHOICES: Readonly<Record<string, LogColumn>> = {
  'left out': { role: 'left out' },
  'time, s': { role: 'time', format: 's' },
  'time, ms': { role: 'time', format: 'ms' },
  'time, min': { role: 'time', format: 'min' },
  'time of day': { role: 'time', format: 'clock' },
  'date and time': { role: 'time', format: 'date' },
  ...Object.fromEntries<LogColumn>(
    CORNERS.flatMap(
      (corner) =>
        [
          [`height ${corner}, mm`, { role: 'channel', kind: 'height', unit: 'mm', corner }],
          [`height ${corner}, inch`, { role: 'channel', kind: 'height', unit: 'inch', corner }],
          [`signal ${corner}, %`, { role: 'channel', kind: 'signal', unit: 'per cent', corner }],
          [`pressure ${corner}, bar`, { role: 'channel', kind: 'pressure', unit: 'bar', corner }],
        ] as const,
    ),
  ),
  'height, mm': { role: 'channel', kind: 'height', unit: 'mm', corner: null },
  'pressure, bar': { role: 'channel', kind: 'pressure', unit: 'bar', corner: null },
  'pressure, kPa': { role: 'channel', kind: 'pressure', unit: 'kPa', corner: null },
  'pressure, psi': { role: 'channel', kind: 'pressure', unit: 'psi', corner: null },
  'pump runs, on or off': { role: 'channel', kind: 'state', unit: '0 or 1', corner: null },
  'current, A': { role: 'channel', kind: 'current', unit: 'A', corner: null },
  'voltage, V': { role: 'channel', kind: 'voltage', unit: 'V', corner: null },
  'temperature, °C': { role: 'channel', kind: 'temperature', unit: 'degC', corner: null },
  'temperature, °F': { role: 'channel', kind: 'temperature', unit: 'degF', corner: null },
}

const same = (a: LogColumn, b: LogColumn): boolean =>
  JSON.stringify(Object.entries(a).sort()) === JSON.stringify(Object.entries(b).sort())

/** A column's meaning in the words it is chosen by; what has none of its own is left out. */
export const columnWords = (column: LogColumn): string =>
  Object.entries(COLUMN_CHOICES).find(([, choice]) => same(choice, column))?.[0] ?? 'left out'

/** Why a file cannot be read by such a mapping; null when it can. */
export function mappingFault(mapping: readonly LogColumn[]): string | null {
  const times = mapping.filter(({ role }) => role === 'time').length
  if (times !== 1)
    return times === 0 ? 'Say which column is the time.' : 'Only one column can be the time.'
  if (!mapping.some(({ role }) => role === 'channel'))
    return 'Say of at least one column what it measures.'
  const heights = mapping.flatMap((column) =>
    column.role === 'channel' && column.corner !== null ? [`${column.kind} ${column.corner}`] : [],
  )
  const twice = heights.find((name, i) => heights.indexOf(name) !== i)
  return twice ? `Two columns are said to be the ${twice}.` : null
}

const keyOf = (headers: readonly string[]): string =>
  `anklet.log-columns.${headers.join('|').slice(0, 300)}`

/** The mapping this browser last read such a file by; null: none yet. */
export function recalled(headers: readonly string[]): LogColumn[] | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(headers)) ?? 'null') as string[] | null
    return kept?.length === headers.length
      ? kept.map((words) => COLUMN_CHOICES[words] ?? { role: 'left out' })
      : null
  } catch {
    return null
  }
}

/** Keeps a mapping for the next file with the same header. */
export function remember(headers: readonly string[], mapping: readonly LogColumn[]): void {
  try {
    localStorage.setItem(keyOf(headers), JSON.stringify(mapping.map(columnWords)))
  } catch {
    /* A full store costs the memory, not the reading. */
  }
}
