import { sql } from 'drizzle-orm'
import type { Database } from '../store/database.ts'
import { correction, reading } from '../store/schema.ts'

/**
 * What counts of each reading, for averages in the database: join `corrections` on the reading and average `counted`. The newest
 * correction replaces a reading; null, which averages pass over, leaves it out.
 */
export function countedReadings(db: Database) {
  const corrections = db.selectDistinctOn([correction.readingId], { readingId: correction.readingId, id: correction.id, heightMm: correction.heightMm })
    .from(correction).orderBy(correction.readingId, sql`${correction.at} desc`).as('corrections')
  const counted = sql`case when ${corrections.id} is null then ${reading.heightMm} else ${corrections.heightMm} end`
  const mean = (corner: 'FL' | 'FR' | 'RL' | 'RR') => sql<number>`avg(${counted}) filter (where ${reading.corner} = ${corner})`
  return { corrections, means: { FL: mean('FL'), FR: mean('FR'), RL: mean('RL'), RR: mean('RR') } }
}
