import type { PerCorner } from '@anklet/core/base/vehicle'
import { inArray, sql } from 'drizzle-orm'
import type { Transaction } from '../../store/database.ts'
import { correction, reading, round } from '../../store/schema.ts'

/** Mean height at each corner of a round as columns of a query, mm. */
export const MEANS = {
  FL: round.meanFL,
  FR: round.meanFR,
  RL: round.meanRL,
  RR: round.meanRR,
} as const

type Means = { readonly [Corner in keyof typeof MEANS]: number | null }

/** The means of a round: each corner of one is read at least once. */
export function wholeMeans({ FL, FR, RL, RR }: Means): PerCorner<number> {
  if (FL === null || FR === null || RL === null || RR === null)
    throw new Error('A round is on record without its means.')
  return { FL, FR, RL, RR }
}

/** Those columns, which no record of a round tells. */
export const withoutMeans = <Row extends typeof round.$inferSelect>({
  meanFL: _fl,
  meanFR: _fr,
  meanRL: _rl,
  meanRR: _rr,
  ...row
}: Row) => row

/** So many rounds at once: a statement takes some ten thousand values. */
const ROUNDS_AT_ONCE = 5000

/**
 * Keeps the means of rounds whose readings or corrections were just written. The newest correction
 * replaces a reading; null, which averages pass over, leaves it out.
 */
export async function keepMeans(tx: Transaction, roundIds: readonly string[]): Promise<void> {
  for (let i = 0; i < roundIds.length; i += ROUNDS_AT_ONCE) {
    const some = inArray(reading.roundId, roundIds.slice(i, i + ROUNDS_AT_ONCE))
    await tx.execute(sql`
      update ${round} set mean_fl = means.fl, mean_fr = means.fr, mean_rl = means.rl,
        mean_rr = means.rr
      from (
        select ${reading.roundId} as round_id,
          avg(counted) filter (where ${reading.corner} = 'FL') as fl,
          avg(counted) filter (where ${reading.corner} = 'FR') as fr,
          avg(counted) filter (where ${reading.corner} = 'RL') as rl,
          avg(counted) filter (where ${reading.corner} = 'RR') as rr
        from ${reading}
        left join lateral (
          select ${correction.id} as id, ${correction.heightMm} as height_mm from ${correction}
          where ${correction.readingId} = ${reading.id} order by ${correction.at} desc limit 1
        ) newest on true,
        lateral (
          select case when newest.id is null then ${reading.heightMm} else newest.height_mm end
        ) as as_counted (counted)
        where ${some} group by ${reading.roundId}
      ) means where means.round_id = ${round.id}`)
  }
}
