import type { SQL } from 'drizzle-orm'
import { and, isNotNull, lt, sql } from 'drizzle-orm'
import type { Keeping, KeepingState } from '@anklet/contract'
import { touchEverything } from '../../kernel/revisions.ts'
import { takeTurn } from '../../kernel/turns.ts'
import type { Database } from '../../store/database.ts'
import { command, doorEvent } from '../../store/schema.ts'
import { noteAtDoor } from '../access/audit.ts'
import { readShop } from '../shop/queries.ts'
import { eraseWho } from './commands.ts'

/** What is set holds from a day later, so that a slip of the finger can be taken back, ms. */
const GRACE_MS = 24 * 3_600_000
/** Cars erased at one look, so that nobody waits for long. */
const CARS_AT_ONCE = 20

interface Due extends Record<string, unknown> {
  readonly id: string
  readonly version: number
  readonly jobs: readonly string[]
}

/** A moment so many years or months before another. */
function before(now: Date, { years = 0, months = 0 }): string {
  const then = new Date(now)
  then.setUTCFullYear(then.getUTCFullYear() - years)
  then.setUTCMonth(then.getUTCMonth() - months)
  return then.toISOString()
}

// A car whose jobs are all closed, the last of them before that; one that had none tells of nobody's visit.
const lastHereBefore = (then: string): SQL => sql`
  select vehicle.id, vehicle.version, array_agg(job.id::text) as jobs
  from vehicle join job on job.vehicle_id = vehicle.id
  where vehicle.erased_at is null
  group by vehicle.id
  having bool_and(job.closed_at is not null) and max(job.closed_at) < ${then}`

const doorBefore = (then: string) => lt(doorEvent.at, then)
const addressBefore = (then: string) =>
  and(lt(command.receivedAt, then), isNotNull(command.address))

/** What would be past its time now, were it kept so long. */
export async function pastTime(
  db: Database,
  { ownerYears, doorMonths }: Keeping,
  now: Date,
): Promise<KeepingState> {
  const countOf = async (rows: SQL): Promise<number> =>
    (await db.execute<{ n: number }>(sql`select count(*)::int as n from (${rows}) t`)).rows[0]!.n
  const cars =
    ownerYears === null ? 0 : await countOf(lastHereBefore(before(now, { years: ownerYears })))
  if (doorMonths === null) return { cars, entries: 0 }
  const then = before(now, { months: doorMonths })
  const entries = await countOf(sql`select 1 from ${doorEvent} where ${doorBefore(then)}
    union all select 1 from ${command} where ${addressBefore(then)}`)
  return { cars, entries }
}

// Nobody knows when it was set on a shop that was moved or put back: from then on it has stood.
async function setSince(db: Database): Promise<number> {
  const { rows } = await db.execute<{ at: string | null }>(
    sql`select max(received_at) as at from command where type = 'shop.change' and payload ? 'keeping'`,
  )
  const at = rows[0]?.at ?? null
  return at === null ? 0 : new Date(at).getTime()
}

/** Nobody did it: it was time. */
const BY_THE_CLOCK = { personId: null, device: 'Anklet', address: '' } as const

async function eraseCars(db: Database, then: string, now: Date): Promise<number> {
  const due = lastHereBefore(then)
  const { rows } = await db.execute<Due>(sql`select * from (${due}) due limit ${CARS_AT_ONCE}`)
  for (const { id } of rows)
    await db.transaction(async (tx) => {
      await takeTurn(tx, null)
      // Somebody may have opened a job of it meanwhile.
      const [car] = (await tx.execute<Due>(sql`select * from (${due}) due where id = ${id}`)).rows
      if (!car) return
      const { version, jobs } = car
      await eraseWho(tx, id, { baseVersion: version, at: now.toISOString(), jobs })
      await noteAtDoor(tx, 'erasedInTime', BY_THE_CLOCK, { words: `car ${id.slice(0, 8)}` })
      await touchEverything(tx)
    })
  return rows.length
}

/**
 * Erases what the shop keeps no longer: what tells whose cars are, sign-ins, and from where things
 * were written. Readings and work stay, and that it was done is told by the audit.
 * @returns whether there is more of it.
 */
export async function eraseInTime(db: Database, now: Date): Promise<boolean> {
  const { keeping } = await readShop(db)
  if (!keeping || now.getTime() - (await setSince(db)) < GRACE_MS) return false
  const { ownerYears, doorMonths } = keeping
  if (doorMonths !== null) {
    const then = before(now, { months: doorMonths })
    await db.delete(doorEvent).where(doorBefore(then))
    await db.update(command).set({ address: null }).where(addressBefore(then))
  }
  if (ownerYears === null) return false
  const erased = await eraseCars(db, before(now, { years: ownerYears }), now)
  return erased === CARS_AT_ONCE
}
