import { sql } from 'drizzle-orm'
import { keepMeans } from '../server/domains/rounds/means.ts'
import type { Database } from '../server/store/database.ts'
import { round } from '../server/store/schema.ts'

/** How large the shop is that is measured. */
export interface Size {
  readonly people: number
  readonly vehicles: number
  readonly jobs: number
  /** Two laps of four corners each. */
  readonly rounds: number
}

/** A shop that became ten shops: 1,000,000 readings. */
export const LARGE: Size = { people: 200, vehicles: 10_000, jobs: 50_000, rounds: 125_000 }
/** Jobs that are open, the newest: as many as there are people at cars. */
export const OPEN_JOBS = 200

/** Rounds of one car measured for years. */
export const OLD_CAR_ROUNDS = 2000

/** Kinds of records, by the first figure of their ids. */
export const KIND = { person: 1, vehicle: 2, job: 3, round: 4 } as const
const headOf = (kind: number): string => `${kind.toString(16).padStart(8, '0')}-0000-8000-8000-`

/** The id of the nth record of a kind: it says so itself. */
export const nthId = (kind: number, n: number): string =>
  `${headOf(kind)}${n.toString(16).padStart(12, '0')}`
// The same where the database counts.
const idOf = (kind: number, n: string) =>
  sql.raw(`('${headOf(kind)}' || lpad(to_hex(${n}), 12, '0'))::uuid`)

const series = (n: number) => sql.raw(`generate_series(0, ${n - 1}) n`)

/**
 * Fills a database with a large shop, row by row as the server would have written them.
 * @param typeId a vehicle type that is there.
 * @param hash of the one PIN everybody has.
 */
export async function fillLarge(
  db: Database,
  { people, vehicles, jobs, rounds }: Size,
  { typeId, hash }: { readonly typeId: string; readonly hash: string },
): Promise<void> {
  await db.execute(sql`insert into person (id, name, role)
    select ${idOf(KIND.person, 'n')}, 'Person ' || n,
      (array['lead','technician','technician','technician','apprentice','desk'])[1 + n % 6]
    from ${series(people)}`)
  await db.execute(sql`insert into credential (person_id, hash)
    select ${idOf(KIND.person, 'n')}, ${hash} from ${series(people)}`)
  await db.execute(sql`insert into vehicle (id, type_id, plate, vin, note)
    select ${idOf(KIND.vehicle, 'n')}, ${typeId}::uuid, 'LG ' || lpad(n::text, 5, '0'), '',
      'of a large shop, keys with ' || (n % 97)
    from ${series(vehicles)}`)
  await db.execute(sql`insert into job (id, vehicle_id, opened_at, opened_by, closed_at, complaint)
    select ${idOf(KIND.job, 'n')}, ${idOf(KIND.vehicle, `n % ${vehicles}`)}, opened,
      ${idOf(KIND.person, `n % ${people}`)},
      case when n < ${jobs - OPEN_JOBS} then opened + interval '2 days' end,
      jsonb_build_object('where', '[]'::jsonb, 'when', '["overnight"]'::jsonb, 'signs', '[]'::jsonb,
        'words', 'Complaint ' || n || case when n % 11 = 0 then ', hissing' else ', sags' end)
    from (select n, now() - make_interval(mins => (${jobs} - n) * 130) as opened
      from ${series(jobs)}) made`)
  // The first car has rounds of many years; the others some each.
  await db.execute(sql`insert into round (id, vehicle_id, job_id, purpose, level_id, level_offset_mm,
      method, load, state, temperature_c, thermometer, rolled_and_bounced, started_at, ended_at,
      person_id, device)
    select ${idOf(KIND.round, 'n')},
      case when n < ${OLD_CAR_ROUNDS} then ${idOf(KIND.vehicle, '0')}
        else ${idOf(KIND.vehicle, `n % ${vehicles}`)} end,
      case when n < ${OLD_CAR_ROUNDS} then ${idOf(KIND.job, '0')}
        else ${idOf(KIND.job, `n % ${jobs}`)} end,
      'heights', 'road', 0, 'wheelCentreToArch', 'empty', 'levelled', 10, 'atSprings', true,
      walked - interval '5 minutes', walked, ${idOf(KIND.person, `n % ${people}`)}, 'bench'
    from (select n, now() - make_interval(mins => (${rounds} - n) * 50) as walked
      from ${series(rounds)}) made`)
  await db.execute(sql`insert into reading (round_id, corner, lap, height_mm, at)
    select round.id, corner, lap, 470 + (hashtext(round.id::text || corner || lap) % 40) / 2.0,
      round.ended_at
    from round, unnest(array['FL','FR','RR','RL']) corner, generate_series(1, 2) lap`)
  const walked = await db.select({ id: round.id }).from(round)
  await db.transaction((tx) =>
    keepMeans(
      tx,
      walked.map(({ id }) => id),
    ),
  )
  await db.execute(sql`vacuum analyze`)
}
