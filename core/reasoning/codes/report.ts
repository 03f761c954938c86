import type { FaultCode } from './decode.ts'
import { codeText, readCode } from './decode.ts'

/** Whether a code's reason is there now, was there, or is being watched. */
export const CODE_STATUSES = ['present', 'stored', 'pending'] as const
export type CodeStatus = (typeof CODE_STATUSES)[number]

/** A value the module kept with a code. */
export interface Frozen {
  readonly name: string
  readonly value: string
}

/** A code as a tool reported it. */
export interface ReportedCode extends FaultCode {
  readonly status: CodeStatus
  /** The tool's own words; empty: none. */ readonly words: string
  readonly freeze: readonly Frozen[]
}

/** Something in a report a person should know of: where, and what. */
export interface ReportRemark {
  readonly line: number
  readonly kind: 'twice' | 'notACode' | 'tooMany'
  readonly text: string
}

/** What was found in a report. */
export interface Report {
  readonly codes: readonly ReportedCode[]
  readonly remarks: readonly ReportRemark[]
}

/** More codes than this no module stores. */
const MOST_CODES = 60
const MOST_FROZEN = 24
const MOST_WORDS = 160
const MOST_VALUE = 40

// "Not present" and "unconfirmed" hold the words of their contraries, so they are asked first.
const STATUS: readonly (readonly [RegExp, CodeStatus])[] = [
  [/\b(pending|maturing|un-?confirmed|not confirmed)\b/i, 'pending'],
  [
    /\b(not (present|active|current)|in-?active|stored|histor(y|ic|ical)|passive|sporadic|intermittent|past|memory)\b/i,
    'stored',
  ],
  [/\b(present|active|current(ly)?|permanent|continuous|static|confirmed)\b/i, 'present'],
]

/** What a tool's word says of a code. */
export const statusIn = (words: string): CodeStatus | null =>
  STATUS.find(([pattern]) => pattern.test(words))?.[1] ?? null

const GRAVITY: Readonly<Record<CodeStatus, number>> = { present: 2, pending: 1, stored: 0 }

/**
 * Collects codes; one that comes again is kept once, in its graver status and with everything said
 * of it.
 */
class Collector {
  private readonly found = new Map<string, ReportedCode>()
  private readonly remarks: ReportRemark[] = []

  remark(line: number, kind: ReportRemark['kind'], text: string): void {
    if (this.remarks.length < MOST_CODES)
      this.remarks.push({ line, kind, text: text.trim().slice(0, MOST_VALUE) })
  }

  take(
    line: number,
    code: FaultCode,
    status: CodeStatus | null,
    words: string,
    freeze: readonly Frozen[],
  ): void {
    const key = codeText(code)
    const before = this.found.get(key)
    if (before) this.remark(line, 'twice', key)
    else if (this.found.size === MOST_CODES) return this.remark(line, 'tooMany', key)
    const now = status ?? 'stored'
    this.found.set(key, {
      ...code,
      status: before && GRAVITY[before.status] > GRAVITY[now] ? before.status : now,
      words: (before?.words || words.trim()).slice(0, MOST_WORDS),
      freeze: [...(before?.freeze ?? []), ...freeze].slice(0, MOST_FROZEN),
    })
  }

  freeze(key: string, entry: Frozen): void {
    const code = this.found.get(key)
    if (code && code.freeze.length < MOST_FROZEN)
      this.found.set(key, { ...code, freeze: [...code.freeze, entry] })
  }

  report(): Report {
    return { codes: [...this.found.values()], remarks: this.remarks }
  }
}

const frozen = (name: string, value: string): Frozen => ({
  name: name.trim().slice(0, MOST_VALUE),
  value: value.trim().slice(0, MOST_VALUE),
})

/**
 * A code at the start of a line or after a mark, perhaps with blanks in it; what follows is said
 * of it.
 */
const BEFORE = /(?:^|[\s"'(*#•–-])/
const CODE = /[PCBU][ ]?[0-3OIL][ ]?[0-9A-FOIL]{3}/
const KIND = /(?:[\s]?[-:./][\s]?[0-9A-F]{2}|\s[0-9][0-9A-F](?=\s|$))?/
const AFTER = /(?![0-9A-Za-z])/
const IN_LINE = new RegExp(`${BEFORE.source}(${CODE.source}${KIND.source})${AFTER.source}`, 'i')
/** What somebody meant as a code: a letter and figures, wrong in number or kind. */
const ALMOST = /(?:^|\s)([PCBU][0-9][0-9A-Z]{1,6})(?![0-9A-Za-z])/
const FROZEN_LINE = /^\s*[-•*]?\s*([A-Za-z][^:=]{1,50}?)\s*[:=]\s*(\S.*)$/

// What stands around words without saying anything; a pattern anchored at the end would look at a
// long run of it once for each of its characters.
const GAP_BEFORE = /^[\s\-:;,.|)"'\]]+/
const GAP_AFTER = new Set(' \t\u00A0-:;,.|("\'[')

function withoutGaps(words: string): string {
  const text = words.replace(GAP_BEFORE, '')
  let end = text.length
  while (end > 0 && GAP_AFTER.has(text[end - 1]!)) end -= 1
  return text.slice(0, end)
}

/**
 * Reads a report as it was pasted out of any tool: a code in a line with whatever is said of it,
 * and below it lines like
 * "Pressure: 6.1 bar" that were kept with it.
 */
export function readReport(text: string): Report {
  const collector = new Collector()
  let last: string | null = null
  text.split(/\r\n|\r|\n/).forEach((line, i) => {
    const found = IN_LINE.exec(line)
    const code = found ? readCode(found[1]!) : null
    if (found && code?.ok) {
      const rest = `${line.slice(0, found.index)} ${line.slice(found.index + found[0].length)}`
      const bare = STATUS.reduce((words, [pattern]) => words.replace(pattern, ' '), rest)
        .replaceAll(/[([]\s*[)\]]/g, ' ')
        .replaceAll(/\s+/g, ' ')
      const said = withoutGaps(bare)
        .replace(/^\d+[.)]\s+/, '')
        .replace(/^status:?\s*$/i, '')
      collector.take(i + 1, code.value, statusIn(rest), said, [])
      last = codeText(code.value)
      return
    }
    const almost = ALMOST.exec(line)
    if (almost) {
      last = null
      return collector.remark(i + 1, 'notACode', almost[1]!)
    }
    const value = FROZEN_LINE.exec(line)
    if (value && last !== null) collector.freeze(last, frozen(value[1]!, value[2]!))
  })
  return collector.report()
}

const HEADERS = {
  code: /\bcode\b|\bdtc\b|fault\s*(code|no|number)|^number$/i,
  failure: /failure|\bftb\b|symptom/i,
  status: /status|state/i,
  words: /text|descr|meaning|name|^fault$/i,
} as const

/**
 * Which column of a table holds what; null where no column holds codes. Every other column was
 * kept with the code.
 */
function columnsOf(
  headers: readonly string[],
): Readonly<Record<keyof typeof HEADERS, number>> | null {
  const at = (pattern: RegExp): number => headers.findIndex((header) => pattern.test(header.trim()))
  const columns = {
    code: at(HEADERS.code),
    failure: at(HEADERS.failure),
    status: at(HEADERS.status),
    words: at(HEADERS.words),
  }
  return columns.code < 0 ? null : columns
}

/**
 * Reads a report that is a table, one code a row.
 * @param rows its cells, the header first.
 * @returns null where no column is headed as one of codes
 */
export function readReportTable(rows: readonly (readonly string[])[]): Report | null {
  const [headers = [], ...body] = rows
  const columns = columnsOf(headers)
  if (!columns) return null
  const collector = new Collector()
  const kept = headers.map((_, i) => i).filter((i) => !Object.values(columns).includes(i))
  body.forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === '')) return
    const written = cells[columns.code] ?? ''
    const failure = columns.failure < 0 ? '' : (cells[columns.failure] ?? '').trim()
    const together = /^[0-9A-Fa-f]{2}$/.test(failure)
      ? readCode(`${written} ${failure}`)
      : readCode(written)
    const code = together.ok ? together : readCode(written)
    if (!code.ok)
      return collector.remark(i + 2, 'notACode', written === '' ? cells.join(' ') : written)
    const status = columns.status < 0 ? '' : (cells[columns.status] ?? '')
    collector.take(
      i + 2,
      code.value,
      statusIn(status),
      columns.words < 0 ? '' : (cells[columns.words] ?? ''),
      kept.flatMap((k) => ((cells[k] ?? '').trim() === '' ? [] : [frozen(headers[k]!, cells[k]!)])),
    )
  })
  return collector.report()
}
