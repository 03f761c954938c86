import { sql } from 'drizzle-orm'
import type { Database } from '../server/store/database.ts'
import { quantile } from './large.ts'
import { KIND, LARGE, nthId } from './loadData.ts'

const CAR = nthId(KIND.vehicle, 77)
const JOB = nthId(KIND.job, LARGE.jobs - 5)
interface List {
  readonly of: string
  /** As anybody would put it to the database. */
  readonly bare: string
  /** Where the server answers the same; null: as a part of a larger answer. */
  readonly path: string | null
}

const LISTS: readonly List[] = [
  {
    of: 'the floor',
    bare: `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      where closed_at is null or closed_at >= now() - interval '30 days' order by opened_at desc`,
    path: '/api/jobs',
  },
  {
    of: 'all jobs, a page',
    bare: `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      order by opened_at desc limit 10 offset 20`,
    path: '/api/jobs/list?words=&page=2&size=10',
  },
  {
    of: 'all jobs, searched',
    bare: `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      where complaint->>'words' ilike '%hissing%' order by opened_at desc limit 10`,
    path: '/api/jobs/list?words=hissing&page=0&size=10',
  },
  {
    of: 'cars, searched',
    bare: `select * from vehicle where plate ilike '%LG 0234%' or note ilike '%LG 0234%'
      order by plate limit 24`,
    path: '/api/vehicles/list?words=LG+0234&size=24',
  },
  {
    of: 'people',
    bare: `select * from person order by name`,
    path: '/api/people',
  },
  {
    of: 'a car: its rounds',
    bare: `select * from round where vehicle_id = '${CAR}' order by ended_at`,
    path: null,
  },
  {
    of: 'a job: its rounds',
    bare: `select * from round where job_id = '${JOB}' order by ended_at`,
    path: null,
  },
  {
    of: 'a job: its readings',
    bare: `select reading.* from reading join round on round.id = reading.round_id
      where round.job_id = '${JOB}'`,
    path: null,
  },
  {
    of: 'a job: its notes',
    bare: `select * from note where job_id = '${JOB}' order by at`,
    path: null,
  },
]
const TIMES = 30

async function p50Of(doIt: () => Promise<unknown>, before?: () => Promise<void>): Promise<number> {
  const ms: number[] = []
  for (let n = 0; n < TIMES; n++) {
    await before?.()
    const began = performance.now()
    await doIt()
    ms.push(performance.now() - began)
  }
  return quantile(ms, 0.5)
}

/** What a list takes the database itself, ms, and what it does for it. */
interface Bare {
  readonly ms: number
  readonly plan: string
}

/** Asks the database itself what the lists show, by what they are of. */
export async function askBare(db: Database): Promise<ReadonlyMap<string, Bare>> {
  const found = new Map<string, Bare>()
  for (const { of, bare } of LISTS) {
    const ms = await p50Of(() => db.execute(sql.raw(bare)))
    const { rows } = await db.execute<{ 'QUERY PLAN': string }>(sql.raw(`explain ${bare}`))
    const plan = rows.flatMap(
      (row) => /(\w[\w ]* Scan[^(]*)/.exec(row['QUERY PLAN'])?.[1]?.trim() ?? [],
    )
    found.set(of, { ms, plan: plan.join('; ') })
  }
  return found
}

/** Somebody who is signed in: what they ask, and a word they write on a job. */
interface Asking {
  ask(path: string): Promise<void>
  write(): Promise<void>
}

/** What lists take beside their bare queries, while nobody else asks. */
export async function tellLists(
  bare: ReadonlyMap<string, Bare>,
  { ask, write }: Asking,
): Promise<void> {
  const nothing = await p50Of(() => ask('/api/session'))
  console.log(
    `\nLists, p50 of ${TIMES}; to be let in and answered with nothing takes ${nothing.toFixed(1)} ms:\n\n` +
      '| of | bare query, ms | asked after something was written, ms | asked again, ms | plan |\n' +
      '|---|--:|--:|--:|---|',
  )
  for (const { of, path } of LISTS) {
    const { ms, plan } = bare.get(of)!
    const ours =
      path === null ? [] : [await p50Of(() => ask(path), write), await p50Of(() => ask(path))]
    const [written = '', again = ''] = ours.map((each) => each.toFixed(1))
    console.log(`| ${of} | ${ms.toFixed(1)} | ${written} | ${again} | ${plan} |`)
  }
}
