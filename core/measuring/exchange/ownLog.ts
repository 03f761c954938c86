// A log as a file of our own: a table any program reads, under one line that says what its columns are.
import type { Corner } from '../../base/vehicle/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { LogColumn } from './logTable.ts'

/** Begins the first line of such a file; the number is the version of the format. */
const SIGN = '# anklet-log 1 '
const ANY_SIGN = /^\uFEFF?# anklet-log (\d+) /

/** A channel of a log, named for what it is. */
export interface LogChannel {
  readonly id: string
  readonly place: string
  readonly kind: Extract<LogColumn, { role: 'channel' }>['kind']
  readonly unit: 'mm' | 'per cent' | 'bar' | 'A' | 'V' | 'degC' | '0 or 1'
  readonly corner: Corner | null
  readonly least: number
  readonly most: number
}

/** What such a file says of itself. */
export interface OwnLogHead {
  readonly title: string
  readonly deviceName: string
  /** When it was begun, RFC 3339. */
  readonly at: string
  readonly plate: string
  /** It was told by a simulated car. */
  readonly simulated: boolean
  readonly channels: readonly LogChannel[]
  readonly marks: readonly { readonly atS: number; readonly words: string }[]
}

/** A whole log: times since it began, s, and the values of each channel; null: none. */
export interface OwnLog {
  readonly head: OwnLogHead
  readonly atS: readonly number[]
  readonly values: Readonly<Record<string, readonly (number | null)[]>>
}

/** Why a file that begins as ours cannot be read. */
export type OwnLogFault =
  | { readonly code: 'otherVersion'; readonly version: number }
  | { readonly code: 'headDamaged' }
  | { readonly code: 'rowDamaged'; readonly line: number }

const quoted = (text: string): string => `"${text.replaceAll('"', '""')}"`

/** A log as a file; read in again, it is the same log to the last digit. */
export function writeOwnLog({ head, atS, values }: OwnLog): string {
  const names = ['time, s', ...head.channels.map(({ id, unit }) => `${id}, ${unit}`)]
  const rows = atS.map((at, i) =>
    [at, ...head.channels.map(({ id }) => values[id]?.[i] ?? '')].join(','),
  )
  return `${[SIGN + JSON.stringify(head), names.map(quoted).join(','), ...rows].join('\n')}\n`
}

/** Whether a file begins as one of ours, of whatever version. */
export const isOwnLog = (text: string): boolean => ANY_SIGN.test(text)

/** What a line may say before anything is known of it. */
type Unknown<Known> = { readonly [Key in keyof Known]?: unknown }

const isText = (value: unknown): value is string => typeof value === 'string'
const isNumber = (value: unknown): value is number =>
  typeof value === 'number' && Number.isFinite(value)

const isChannel = ({ id, place, least, most }: Unknown<LogChannel>): boolean =>
  isText(id) && isText(place) && isNumber(least) && isNumber(most)

const areChannels = (channels: unknown): boolean =>
  Array.isArray(channels) &&
  channels.length > 0 &&
  (channels as readonly Unknown<LogChannel>[]).every(isChannel) &&
  new Set((channels as readonly LogChannel[]).map(({ id }) => id)).size === channels.length

const areMarks = (marks: unknown): boolean =>
  Array.isArray(marks) &&
  (marks as readonly Unknown<OwnLogHead['marks'][number]>[]).every(
    ({ atS, words }) => isNumber(atS) && isText(words),
  )

const isHead = (head: Unknown<OwnLogHead>): boolean =>
  [head.title, head.deviceName, head.at, head.plate].every(isText) &&
  typeof head.simulated === 'boolean' &&
  areChannels(head.channels) &&
  areMarks(head.marks)

function headIn(line: string): OwnLogHead | null {
  try {
    const head = JSON.parse(line.replace(ANY_SIGN, '')) as Unknown<OwnLogHead>
    return isHead(head) ? (head as OwnLogHead) : null
  } catch {
    return null
  }
}

/** Reads a file that begins as one of ours. */
export function readOwnLog(text: string): Result<OwnLog, OwnLogFault> {
  const version = Number(ANY_SIGN.exec(text)?.[1] ?? 0)
  if (version !== 1) return refuse({ code: 'otherVersion', version })
  const [first = '', , ...lines] = text.split(/\r?\n/)
  const head = headIn(first)
  if (!head) return refuse({ code: 'headDamaged' })
  const atS: number[] = []
  const columns: (number | null)[][] = head.channels.map(() => [])
  for (const [i, line] of lines.entries()) {
    if (line.trim() === '') continue
    const cells = line.split(',')
    const figures = cells.map((cell) => (cell === '' ? null : Number(cell)))
    const at = figures[0]
    const fits = cells.length === columns.length + 1 && !figures.some(Number.isNaN)
    if (!fits || typeof at !== 'number' || at < (atS.at(-1) ?? 0))
      return refuse({ code: 'rowDamaged', line: i + 3 })
    atS.push(at)
    columns.forEach((column, k) => column.push(figures[k + 1] ?? null))
  }
  return ok({
    head,
    atS,
    values: Object.fromEntries(head.channels.map(({ id }, k) => [id, columns[k]!])),
  })
}
