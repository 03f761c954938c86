import type { SQL } from 'drizzle-orm'
import {
  and,
  asc,
  count,
  desc,
  eq,
  exists,
  ilike,
  inArray,
  isNotNull,
  isNull,
  or,
  sql,
} from 'drizzle-orm'
import type { JobListQuery, JobPage, JobSummary } from '@anklet/contract'
import type { Asked, Kept } from '../../kernel/kept.ts'
import { anywhere } from '../../kernel/like.ts'
import { stampsOfFloor, stampsOfList } from '../../kernel/revisions.ts'
import type { Database } from '../../store/database.ts'
import { job, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { floorSince, summariseJobs } from './summaries.ts'

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
      // Hashed once: as an array, the cars of a common word would be gone through for each job.
      return or(inArray(job.vehicleId, cars), ilike(sql`${job.complaint}->>'words'`, like))
    }),
  )
}

interface Page {
  readonly ids: readonly string[]
}
interface Total {
  readonly jobs: number
}

const whereOf = (db: Database, { state, words }: Pick<JobListQuery, 'state' | 'words'>) =>
  and(stateFilter(db, state), wordsFilter(db, words))

async function findPage(db: Database, query: JobListQuery): Promise<Page> {
  const { sort, order, page, size } = query
  const column = COLUMN[sort]
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(whereOf(db, query))
    .orderBy(order === 'up' ? asc(column) : desc(column), desc(job.openedAt), asc(job.id))
    .limit(size)
    .offset(page * size)
  return { ids: rows.map(({ id }) => id) }
}

async function countAll(db: Database, query: JobListQuery): Promise<Total> {
  const [counted] = await db.select({ jobs: count() }).from(job).where(whereOf(db, query))
  return { jobs: counted?.jobs ?? 0 }
}

/** Jobs whose lines are kept: those of the floor, and of the pages anybody turned. */
const LINES = 5000
const SEARCHES = 500

/** Lists of jobs. Only the lines of jobs that were written to since are made anew. */
export class JobLists {
  private readonly lines: Kept<JobSummary>
  private readonly pages: Kept<Page>
  private readonly totals: Kept<Total>

  constructor(
    private readonly db: Database,
    Keeping: typeof Kept,
  ) {
    this.lines = new Keeping(LINES)
    this.pages = new Keeping(SEARCHES)
    this.totals = new Keeping(SEARCHES)
  }

  /** What the floor shows: open jobs, and those that were closed lately, newest first. */
  async floor(now = new Date()): Promise<JobSummary[]> {
    return this.summaries(await stampsOfFloor(this.db, floorSince(now)))
  }

  /** A page of all jobs, searched and sorted by the database. */
  async page(query: JobListQuery): Promise<JobPage> {
    const key = JSON.stringify(query)
    const { state, words } = query
    // Most often a page still shows the jobs it showed: their stamps come with its own.
    const shown = this.pages.last(key)
    const { found: stamp, lines } = await stampsOfList(this.db, shown?.ids ?? [])
    const now = await this.pages.of({ key, stamp }, () => findPage(this.db, query))
    const total = await this.totals.of({ key: JSON.stringify([state, words]), stamp }, () =>
      countAll(this.db, query),
    )
    const stamped = now === shown ? lines : (await stampsOfList(this.db, now.ids)).lines
    const byId = new Map(stamped.map((line) => [line.key, line]))
    const jobs = now.ids.flatMap((id) => byId.get(id) ?? [])
    return { total: total.jobs, rows: await this.summaries(jobs) }
  }

  private summaries(jobs: readonly Asked[]): Promise<JobSummary[]> {
    return this.lines.all(jobs, async (ids) => {
      const fresh = await summariseJobs(this.db, ids)
      return new Map(fresh.map((line) => [line.id, line]))
    })
  }
}
