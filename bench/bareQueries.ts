import { sql } from 'drizzle-orm'
import type { Database } from '../server/store/database.ts'
import { quantile } from './large.ts'
import { KIND, LARGE, nthId } from './loadData.ts'

const CAR = nthId(KIND.vehicle, 77)
const JOB = nthId(KIND.job, LARGE.jobs - 5)
/** The questions behind the lists, as anybody would put them to the database. */
const BARE: readonly (readonly [of: string, text: string])[] = [
  [
    'the floor',
    `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      where closed_at is null or closed_at >= now() - interval '30 days' order by opened_at desc`,
  ],
  [
    'all jobs, a page',
    `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      order by opened_at desc limit 10 offset 20`,
  ],
  [
    'all jobs, searched',
    `select job.*, vehicle.plate from job join vehicle on vehicle.id = job.vehicle_id
      where complaint->>'words' ilike '%hissing%' order by opened_at desc limit 10`,
  ],
  [
    'cars, searched',
    `select * from vehicle where plate ilike '%LG 0234%' or note ilike '%LG 0234%'
      order by plate limit 24`,
  ],
  ['a car: its rounds', `select * from round where vehicle_id = '${CAR}' order by ended_at`],
  ['a job: its rounds', `select * from round where job_id = '${JOB}' order by ended_at`],
  [
    'a job: its readings',
    `select reading.* from reading join round on round.id = reading.round_id
      where round.job_id = '${JOB}'`,
  ],
  ['a job: its notes', `select * from note where job_id = '${JOB}' order by at`],
  ['people', `select * from person order by name`],
]

/** What the lists would take without us: their bare queries, and what the database does for them. */
export async function tellBareQueries(db: Database): Promise<void> {
  console.log('\nBare queries:\n\n| of | p50, ms | plan |\n|---|--:|---|')
  for (const [of, text] of BARE) {
    const ms: number[] = []
    for (let n = 0; n < 30; n++) {
      const began = performance.now()
      await db.execute(sql.raw(text))
      ms.push(performance.now() - began)
    }
    const { rows } = await db.execute<{ 'QUERY PLAN': string }>(sql.raw(`explain ${text}`))
    const plan = rows.flatMap(
      (row) => /(\w[\w ]* Scan[^(]*)/.exec(row['QUERY PLAN'])?.[1]?.trim() ?? [],
    )
    console.log(`| ${of} | ${quantile(ms, 0.5).toFixed(0)} | ${plan.join('; ')} |`)
  }
}
