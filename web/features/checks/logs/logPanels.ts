import type { Channel, LogMark, Trace } from '@anklet/contract'

/** What a log measures, by kind: each kind has a panel of its own over the one time axis. */
export type Kind = Channel['kind']

/** Kinds that are looked at first, where a log has them. */
const FIRST_LOOKED_AT: readonly Kind[] = ['height', 'pressure', 'state']

/** The kinds of a log, in the order of its channels. */
export const kindsOf = (channels: readonly Channel[]): readonly Kind[] => [
  ...new Set(channels.map(({ kind }) => kind)),
]

/** The kinds that are shown until somebody chooses. */
export function shownFirst(channels: readonly Channel[]): readonly Kind[] {
  const kinds = kindsOf(channels)
  const first = kinds.filter((kind) => FIRST_LOOKED_AT.includes(kind))
  return first.length > 0 ? first : kinds.slice(0, 1)
}

/** A stretch of a log, s. */
export interface Stretch {
  readonly fromS: number
  readonly toS: number
}

const LEAST_S = 2

/** A stretch kept within the log, at least two seconds long. */
export function within({ fromS, toS }: Stretch, endS: number): Stretch {
  const length = Math.min(Math.max(endS, LEAST_S), Math.max(LEAST_S, toS - fromS))
  const from = Math.min(Math.max(0, fromS), Math.max(0, endS - length))
  return { fromS: from, toS: from + length }
}

/** A stretch half as long or twice as long, about its middle or what is read in it. */
export function scaled(stretch: Stretch, factor: number, endS: number, aboutS?: number): Stretch {
  const middle = aboutS ?? (stretch.fromS + stretch.toS) / 2
  const half = ((stretch.toS - stretch.fromS) * factor) / 2
  return within({ fromS: middle - half, toS: middle + half }, endS)
}

/** A stretch moved by half its length. */
export const moved = ({ fromS, toS }: Stretch, way: -1 | 1, endS: number): Stretch => {
  const by = (way * (toS - fromS)) / 2
  return within({ fromS: fromS + by, toS: toS + by }, endS)
}

/** The row of a log that holds at a moment: the last one not after it; null before its first. */
export function rowAt({ atS }: Pick<Trace, 'atS'>, momentS: number): number | null {
  let [low, high] = [0, atS.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (atS[middle]! <= momentS) low = middle + 1
    else high = middle
  }
  return low === 0 ? null : low - 1
}

/** The marks of a log with the numbers they bear in its picture. */
export const numbered = (
  marks: readonly LogMark[],
): readonly (LogMark & { readonly number: number })[] =>
  marks.map((mark, i) => ({ ...mark, number: i + 1 }))
