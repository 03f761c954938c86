import type { Round } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import type { NightCurves, WatchOutcome } from '../../client/workers/leakWorker.ts'
import { meansOf } from '../job/model/rounds.ts'

/** One moment of a night at one corner. Lengths in mm. */
export interface NightRow {
  readonly at: string
  readonly coldMm: number
  readonly leakMm: number
  readonly giveMm: number
}

/** A night at one corner, starting from the height that was measured. */
export function nightRows(
  { answer, tight, leaking }: Pick<WatchOutcome, 'answer'> & NightCurves,
  corner: Corner,
  evening: Round,
): NightRow[] {
  const start = meansOf(evening)[corner]
  const [first, last] = [tight[0], tight.at(-1)]
  if (!first || !last) return []
  return tight.map(({ hour, heightMm }, k) => ({
    at: new Date(Date.parse(evening.endedAt) + hour * 3_600_000).toISOString(),
    coldMm: start + heightMm[corner] - first.heightMm[corner],
    leakMm: start + (leaking[k] ?? tight[k]!).heightMm[corner] - first.heightMm[corner],
    giveMm: answer.sigmaMm[corner] * (last.hour > 0 ? hour / last.hour : 0),
  }))
}

/** The night as a table other programs read. */
export const nightCsv = (rows: readonly NightRow[]): string =>
  [
    'time,onlyColdMm,withLeakMm,uncertaintyMm',
    ...rows.map(({ at, coldMm, leakMm, giveMm }) =>
      [at, ...[coldMm, leakMm, giveMm].map((mm) => mm.toFixed(2))].join(','),
    ),
  ].join('\r\n')
