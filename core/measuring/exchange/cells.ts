/**
 * A number as people type it: decimal point or comma, spaces or the other mark between thousands.
 * @returns null for anything else.
 */
export function numberIn(cell: string): number | null {
  const text = cell.trim().replaceAll(/[\s\u00A0'’]/g, '')
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')]
  const plain =
    comma > point ? text.replaceAll('.', '').replace(',', '.') : text.replaceAll(',', '')
  return /^[+-]?\d+(\.\d+)?$/.test(plain) ? Number(plain) : null
}

const pad = (value: string): string => value.padStart(2, '0')

/**
 * A moment as people type it: year first (2026-11-24 18:30, with or without a zone) or day first
 * with points (24.11.2026
 * 18:30). Day and month parted by slashes could be either way round and are not guessed.
 * @returns RFC 3339 in UTC; a moment without a zone is local time. null for anything else.
 */
export function momentIn(cell: string): string | null {
  const text = cell.trim()
  const dayFirst = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(?:[ T]+(\d{1,2}:\d{2}(?::\d{2})?))?$/.exec(text)
  const yearFirst =
    /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[ T]+(\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?)(Z|[+-]\d{2}:?\d{2})?)?$/.exec(
      text,
    )
  const [year, month, day, time, zone] = dayFirst
    ? [dayFirst[3]!, dayFirst[2]!, dayFirst[1]!, dayFirst[4]]
    : yearFirst
      ? yearFirst.slice(1)
      : []
  if (!year || !month || !day) return null
  const date = `${year}-${pad(month)}-${pad(day)}`
  const calendar = new Date(`${date}T00:00:00Z`)
  // 31 April reads as 1 May: a day that moves was none.
  if (Number.isNaN(calendar.getTime()) || calendar.getUTCDate() !== Number(day)) return null
  const moment = new Date(`${date}T${(time ?? '12:00').padStart(5, '0')}${zone ?? ''}`)
  return Number.isNaN(moment.getTime()) ? null : moment.toISOString()
}

// What a table program would take for a formula and reckon, if it stands at the start of a cell.
const FORMULA = /^[=+\-@\t\r]/
const SHIELD = "'"

/** Words as a cell that no table program runs: a mark before them makes them words; figures stay. */
export const safeCell = (text: string): string =>
  FORMULA.test(text) && numberIn(text) === null ? `${SHIELD}${text}` : text

/** The words of a cell that `safeCell` wrote. */
export const plainCell = (cell: string): string =>
  cell.startsWith(SHIELD) && FORMULA.test(cell.slice(SHIELD.length))
    ? cell.slice(SHIELD.length)
    : cell
