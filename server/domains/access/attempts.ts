import type { SQL } from 'drizzle-orm'
import { and, eq, inArray, like, sql } from 'drizzle-orm'
import { AppError } from '../../kernel/appError.ts'
import { literally } from '../../kernel/like.ts'
import type { Database } from '../../store/database.ts'
import { attempt, person, session } from '../../store/schema.ts'

/** How tries of one kind are counted, and when the next has to wait. */
interface Limit {
  /** So many wrong ones are answered at once. */
  readonly free: number
  /** The first wait, and the longest: each wrong try more doubles it, s. */
  readonly firstS: number
  readonly longestS: number
}

/** Of one person from one address. */
const HERE: Limit = { free: 5, firstS: 30, longestS: 900 }
/** Of anybody from one address. */
const ADDRESS: Limit = { free: 30, firstS: 60, longestS: 300 }
/** Of one person from anywhere: bots that share their guesses. */
const ANYWHERE: Limit = { free: 50, firstS: 60, longestS: 900 }
/** After so long without a try, the count begins anew, s. */
const FORGOTTEN_S = 3600

/** Who tries to sign in, and where from. */
export interface Try {
  readonly name: string
  readonly address: string
  /** At the machine itself: whoever stands there is never kept out by tries from elsewhere. */
  readonly atMachine: boolean
}

/** A name as it is compared: whatever its capitals. */
export const plainName = (name: string): string => name.trim().toLowerCase()

/** Of whom a condition asks: the one of this name. */
export const isCalled = (name: string): SQL => sql`lower(${person.name}) = ${plainName(name)}`

const hereKey = ({ name, address }: Try): string => `here ${address} ${plainName(name)}`
const addressKey = ({ address }: Try): string => `address ${address}`
const anywhereKey = ({ name }: Pick<Try, 'name'>): string => `anywhere ${plainName(name)}`

/** How long a try after so many wrong ones waits since the last, s. */
export function waitS(failures: number, { free, firstS, longestS }: Limit): number {
  return failures < free ? 0 : Math.min(longestS, firstS * 2 ** (failures - free))
}

async function knownHere(db: Database, { name, address }: Try): Promise<boolean> {
  const rows = await db
    .select({ id: session.personId })
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .where(and(eq(session.address, address), isCalled(name)))
    .limit(1)
  return rows.length > 0
}

/**
 * Counts a try before it is looked at, so that many at once count as many.
 * @throws {AppError} `tooManyTries` with how long to wait; such a try is not counted.
 */
export async function countTry(db: Database, who: Try): Promise<void> {
  const limits: (readonly [string, Limit])[] = [[hereKey(who), HERE]]
  if (!who.atMachine) limits.push([addressKey(who), ADDRESS])
  // A tablet its owner works on is not shut by guesses from elsewhere.
  if (!who.atMachine && !(await knownHere(db, who))) limits.push([anywhereKey(who), ANYWHERE])
  const keys = limits.map(([key]) => key)
  const kept = await db
    .select({
      key: attempt.key,
      failures: attempt.failures,
      ageS: sql<number>`extract(epoch from now() - ${attempt.at})::float`,
    })
    .from(attempt)
    .where(inArray(attempt.key, keys))
  let leftS = 0
  for (const [key, limit] of limits) {
    const found = kept.find((row) => row.key === key)
    if (found && found.ageS < FORGOTTEN_S)
      leftS = Math.max(leftS, waitS(found.failures, limit) - found.ageS)
  }
  if (leftS > 0) throw new AppError('tooManyTries', { seconds: Math.ceil(leftS) })
  await db
    .insert(attempt)
    .values(keys.map((key) => ({ key, failures: 1, at: sql`now()` })))
    .onConflictDoUpdate({
      target: attempt.key,
      set: {
        failures: sql`case when ${attempt.at} < now() - make_interval(secs => ${FORGOTTEN_S})
          then 1 else ${attempt.failures} + 1 end`,
        at: sql`now()`,
      },
    })
}

/** A right one: the counts of this person here begin anew. */
export async function forgetTries(db: Database, who: Try): Promise<void> {
  await db.delete(attempt).where(inArray(attempt.key, [hereKey(who), anywhereKey(who)]))
  // The address keeps the wrong ones of others.
  await db
    .update(attempt)
    .set({ failures: sql`greatest(0, ${attempt.failures} - 1)` })
    .where(eq(attempt.key, addressKey(who)))
}

/** Lets somebody try again from everywhere, as after a lead gave them a new PIN. */
export async function forgetTriesOf(db: Database, name: string): Promise<void> {
  await db.delete(attempt).where(eq(attempt.key, anywhereKey({ name })))
  const end = literally(plainName(name))
  await db.delete(attempt).where(like(attempt.key, `here % ${end}`))
}

/** Until when somebody's tries wait somewhere, by plain name; only those that wait. */
export async function waitingTries(db: Database): Promise<ReadonlyMap<string, string>> {
  const rows = await db.select().from(attempt).where(like(attempt.key, 'here %'))
  const waiting = new Map<string, string>()
  for (const { key, failures, at } of rows) {
    const until = Date.parse(at) + waitS(failures, HERE) * 1000
    const name = key.split(' ').slice(2).join(' ')
    if (until > Date.now() && until > Date.parse(waiting.get(name) ?? '2000-01-01'))
      waiting.set(name, new Date(until).toISOString())
  }
  return waiting
}
