import type { SQL } from 'drizzle-orm'
import { and, asc, count, desc, eq, exists, ilike, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { JobListQuery, JobPage } from '@anklet/contract'
import { anywhere } from '../../kernel/like.ts'
import type { Database } from '../../store/database.ts'
import { job, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { summariseJobs } from './summaries.ts'

const COLUMN = { openedAt: job.openedAt, plate: vehicle.plate, typeName: vehicleType.name } as const

function stateFilter(db: Database, state: JobListQuery['state']): SQL | undefined {
  const withWatch = (watchState: 'running' | 'concluded') =>
    exists(
      db
        .select({ one: sql`1` })
        .from(watch)
        .where(and(eq(watch.jobId, job.id), eq(watch.state, watchState))),
    )
  if (state === 'open') return isNull(job.closedAt)
  if (state === 'closed') return isNotNull(job.closedAt)
  if (state === 'watching') return and(isNull(job.closedAt), withWatch('running'))
  return state === 'answered' ? withWatch('concluded') : undefined
}

/**
 * Every word must be found somewhere in plate, type or complaint, whatever its case. Cars and types
 * are looked through first, for there are fewer: a job is then of one of them, or says the word.
 */
function wordsFilter(db: Database, words: string): SQL | undefined {
  const parts = words.trim().split(/\s+/).filter(Boolean)
  return and(
    ...parts.map((word) => {
      const like = anywhere(word)
      const cars = db
        .select({ id: vehicle.id })
        .from(vehicle)
        .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
        .where(or(ilike(vehicle.plate, like), ilike(vehicleType.name, like)))
      // Made a list once, not asked anew for each job.
      const among = sql`${job.vehicleId} = any (array(${cars}))`
      return or(among, ilike(sql`${job.complaint}->>'words'`, like))
    }),
  )
}

/** A page of all jobs, searched and sorted by the database. */
export async function listJobs(
  db: Database,
  { words, state, sort, order, page, size }: JobListQuery,
): Promise<JobPage> {
  const where = and(stateFilter(db, state), wordsFilter(db, words))
  const column = COLUMN[sort]
  const ids = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(where)
    .orderBy(order === 'up' ? asc(column) : desc(column), desc(job.openedAt), asc(job.id))
    .limit(size)
    .offset(page * size)
  const [total] = await db.select({ jobs: count() }).from(job).where(where)
  return {
    total: total?.jobs ?? 0,
    rows: await summariseJobs(db, { ids: ids.map(({ id }) => id) }),
  }
}
