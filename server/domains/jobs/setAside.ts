import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { SetAsideRecord } from '@anklet/contract'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'

/** So a stand-in's name ended before entries named their devices. */
const STAND_IN_TOOL = '%, a stand-in'
const STAND_IN = 'stand-in-%'
const STAND_IN_LISTED = '%"stand-in-%'

/** Jobs in which a stand-in was on the link. */
const withStandIn = sql`(
  select job_id from code_reading where tool like ${STAND_IN_TOOL}
  union select job_id from device_log where device_name like ${STAND_IN_TOOL} or device_id like ${STAND_IN}
  union select job_id from work_entry where content->>'kind' = 'linked' and content->>'deviceId' like ${STAND_IN}
)`
const onRealCar = sql`job_id in (
  select job.id from job join vehicle on vehicle.id = job.vehicle_id where not vehicle.simulated
)`
const listed = (list: SQL): SQL => sql`coalesce((${list})::text, '[]') like ${STAND_IN_LISTED}`
const unnamed = (list: SQL): SQL => sql`coalesce(${list}, '[]'::jsonb) = '[]'::jsonb`
const told = (list: SQL, byLink: SQL): SQL =>
  sql`(${listed(list)} or (${unnamed(list)} and ${byLink} and job_id in ${withStandIn}))`

const inDevices = sql`device_ids`
const inContent = sql`content->'deviceIds'`
/** What tells an entry of a stand-in, table by table. Logs come before the checks that read them. */
const FROM_STAND_IN: readonly (readonly [table: SQL, is: SQL])[] = [
  [sql`code_reading`, sql`(${listed(inDevices)} or tool like ${STAND_IN_TOOL})`],
  [sql`device_log`, sql`(device_id like ${STAND_IN} or device_name like ${STAND_IN_TOOL})`],
  [sql`evidence`, told(inDevices, sql`"from" = 'link'`)],
  [
    sql`check_done`,
    sql`(${listed(inDevices)} or log_id in (select id from device_log where set_aside))`,
  ],
  [sql`round`, told(inDevices, sql`reported_mm is not null`)],
  [
    sql`work_entry`,
    sql`(${told(
      inContent,
      sql`(content->>'by' = 'link' or content->'shown' @> '[{"by":"link"}]'::jsonb)`,
    )} or coalesce(content->>'deviceId', '') like ${STAND_IN})`,
  ],
  [sql`proof_entry`, told(inContent, sql`content->>'kind' = 'calibrated'`)],
]

/**
 * Looks at every entry nobody has looked at yet, as an earlier release or a file brought it: what a
 * stand-in told of a car that is not simulated stays on record, and counts for nothing.
 */
export async function setAsideStandIns(db: Database | Transaction): Promise<void> {
  for (const [table, is] of FROM_STAND_IN)
    await db.execute(
      sql`update ${table} set set_aside = ${onRealCar} and ${is} where set_aside is null`,
    )
}

/** Lines of what was set aside, table by table. */
const LINES: readonly (readonly [kind: SetAsideRecord['kind'], select: SQL])[] = [
  ['codes', sql`select id, at, person_id, tool as words from code_reading`],
  ['evidence', sql`select id, at, person_id, "check" as words from evidence`],
  ['check', sql`select id, at, person_id, sentence as words from check_done`],
  ['log', sql`select id, at, person_id, title as words from device_log`],
  ['work', sql`select id, at, person_id, coalesce(content->>'key', '') as words from work_entry`],
  ['proof', sql`select id, at, person_id, '' as words from proof_entry`],
  ['reported', sql`select id, ended_at as at, person_id, '' as words from round`],
]

/** Asks what a simulated vehicle told of a job's car that is not simulated, oldest first. */
export function askSetAside(db: Database | Transaction, jobId: Open) {
  const parts = LINES.map(
    ([kind, select]) => sql`(select ${kind} as kind, line.* from (
      ${select} where set_aside and job_id = ${jobId}
    ) line)`,
  )
  return db
    .select({
      kind: sql<SetAsideRecord['kind']>`kind`.as('kind'),
      id: sql<string>`id`.as('id'),
      at: sql<string>`at`.as('at'),
      personId: sql<string>`person_id`.as('person_id'),
      words: sql<string>`words`.as('words'),
    })
    .from(sql`(${sql.join(parts, sql` union all `)}) lines`)
    .orderBy(sql`at`)
}
