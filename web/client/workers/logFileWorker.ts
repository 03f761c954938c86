import type { Channel, Trace } from '@anklet/contract'
import type { Result } from '@anklet/core/base/result'
import type { LogColumn, OwnLogFault, OwnLogHead } from '@anklet/core/measuring/exchange'
import {
  guessColumns,
  isOwnLog,
  LogReader,
  readOwnLog,
  rowsToKeep,
} from '@anklet/core/measuring/exchange'
import type { ChannelDoubt, Lift } from '@anklet/core/measuring/guided'
import { CHANNEL_LIMITS, doubtOf, findLifts } from '@anklet/core/measuring/guided'
import { expose } from 'comlink'
import Papa from 'papaparse'
import { CORNER_WORDS } from '@anklet/language/plain/corners'

/** Rows kept with the job: more than a screen shows, few enough to send. */
const MOST_ROWS = 12_000
const DELIMITERS = [';', '\t', ',', '|']
const UNIT = {
  height: 'mm',
  signal: 'per cent',
  pressure: 'bar',
  current: 'A',
  voltage: 'V',
  temperature: 'degC',
  state: '0 or 1',
} as const

/** The head of a file, and what its columns seem to hold. */
export interface LogSniff {
  readonly headers: readonly string[]
  readonly samples: readonly (readonly string[])[]
  readonly columns: readonly LogColumn[]
  /** It is a log that was written out here: its columns need no naming. */
  readonly isOwn: boolean
}

/** A file read whole. */
export interface ReadLog {
  readonly rows: number
  readonly skipped: number
  readonly firstSkipped: number | null
  readonly jumps: number
  readonly gaps: number
  readonly channels: Channel[]
  readonly trace: Trace
  readonly lifts: readonly (Lift & { readonly place: string })[]
  readonly doubts: readonly { readonly place: string; readonly doubt: ChannelDoubt }[]
  /** What a log that was written out here says of itself; null: another file. */
  readonly own: OwnLogHead | null
}

/** What was read of a file, before it is thinned. */
type Read = Pick<LogReader, 'atS' | 'columns' | 'skipped' | 'firstSkipped' | 'jumps' | 'gaps'>

/** Channels of a mapping: each named once. */
export function channelsOf(mapping: readonly LogColumn[], headers: readonly string[]): Channel[] {
  const taken = new Set<string>()
  return mapping.flatMap((column, i): Channel[] => {
    if (column.role !== 'channel') return []
    const { kind, corner } = column
    const wanted =
      kind === 'state'
        ? 'runs'
        : kind === 'temperature' && /pump|compressor/i.test(headers[i] ?? '')
          ? 'pump'
          : kind === 'pressure' && corner === null
            ? 'gallery'
            : corner
              ? `${kind}.${corner}`
              : kind
    let id = wanted
    for (let n = 2; taken.has(id); n += 1) id = `${wanted}.${n}`
    taken.add(id)
    return [
      {
        id,
        kind,
        corner,
        unit: UNIT[kind],
        place: (headers[i]?.trim() || (corner ? CORNER_WORDS[corner] : kind)).slice(0, 60),
        ...CHANNEL_LIMITS[kind],
      },
    ]
  })
}

const rounded = (value: number, places: number): number =>
  Math.round(value * 10 ** places) / 10 ** places

/**
 * A read log, thinned to what is kept, with what is found in all of it.
 * @param usualMm about what a height should be; null: not known.
 * @param own what a log that was written out here says of itself: its figures stay to the last digit
 */
export function finishLog(
  reader: Read,
  channels: readonly Channel[],
  usualMm: number | null,
  own: OwnLogHead | null = null,
): ReadLog {
  const figure = (value: number): number => (own ? value : rounded(value, 3))
  const { atS, columns } = reader
  const kept = rowsToKeep(columns, atS.length, MOST_ROWS)
  const plausible = columns.map((column, k) =>
    column.map((value) =>
      value !== null && value >= channels[k]!.least && value <= channels[k]!.most ? value : null,
    ),
  )
  return {
    rows: atS.length,
    skipped: reader.skipped,
    firstSkipped: reader.firstSkipped,
    jumps: reader.jumps,
    gaps: reader.gaps,
    channels: [...channels],
    trace: {
      atS: kept.map((i) => figure(atS[i]!)),
      values: Object.fromEntries(
        channels.map(({ id }, k) => [
          id,
          kept.map((i) => {
            const value = plausible[k]![i]
            return value === null || value === undefined ? null : figure(value)
          }),
        ]),
      ),
      marks: own ? own.marks.map((mark) => ({ ...mark })) : [],
    },
    own,
    lifts: channels
      .flatMap(({ kind, place }, k) =>
        kind === 'height'
          ? findLifts({ atS, values: plausible[k]! }).map((lift) => ({ ...lift, place }))
          : [],
      )
      .slice(0, 200),
    doubts: channels.flatMap(({ kind, place, least, most }, k) => {
      const doubt = doubtOf(
        { atS, values: columns[k]! },
        {
          kind,
          least,
          most,
          usual: kind === 'height' ? usualMm : kind === 'pressure' ? 7 : null,
          othersMove: kind === 'height' && columns.length > 1,
        },
      )
      return doubt ? [{ place, doubt }] : []
    }),
  }
}

const api = {
  /** The head of a file. A byte-order mark is no part of it. */
  async sniff(file: File): Promise<LogSniff> {
    const text = await file.slice(0, 64_000).text()
    const { data } = Papa.parse<string[]>(text, {
      preview: 8,
      skipEmptyLines: true,
      delimitersToGuess: DELIMITERS,
    })
    const [headers = [], ...samples] = data
    return {
      headers,
      samples,
      columns: guessColumns(headers, samples[0] ?? []),
      isOwn: isOwnLog(text),
    }
  },
  /** Reads a log that was written out here. */
  async readOwn(file: File, usualMm: number | null): Promise<Result<ReadLog, OwnLogFault>> {
    const read = readOwnLog(await file.text())
    if (!read.ok) return read
    const { head, atS, values } = read.value
    const columns = head.channels.map(({ id }) => [...values[id]!])
    const whole = { atS: [...atS], columns, skipped: 0, firstSkipped: null, jumps: 0, gaps: 0 }
    return { ok: true, value: finishLog(whole, [...head.channels], usualMm, head) }
  },
  /** Reads it whole, piece by piece. @param progress told the share that is read. */
  read(
    file: File,
    mapping: readonly LogColumn[],
    headers: readonly string[],
    usualMm: number | null,
    progress: (share: number) => void,
  ): Promise<ReadLog> {
    return new Promise((resolve, reject) => {
      const reader = new LogReader(mapping)
      let first = true
      Papa.parse<string[]>(file, {
        skipEmptyLines: true,
        delimitersToGuess: DELIMITERS,
        chunkSize: 2_000_000,
        chunk: ({ data, meta }) => {
          for (const row of data) {
            if (first) first = false
            else reader.take(row)
          }
          progress(meta.cursor / Math.max(1, file.size))
        },
        complete: () => resolve(finishLog(reader, channelsOf(mapping, headers), usualMm)),
        error: (error) => reject(error),
      })
    })
  },
}

/** What the worker does. */
export type LogFileWorker = typeof api

// Imported by a test there is nobody to answer.
if (typeof WorkerGlobalScope !== 'undefined') expose(api)
