import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import type { Placeholder } from 'drizzle-orm'
import { and, eq, ne, sql } from 'drizzle-orm'
import type { Role } from '@anklet/contract'
import { asking } from '../../store/atOnce.ts'
import type { Database } from '../../store/database.ts'
import { credential, person, session } from '../../store/schema.ts'

/** A session not used for so long is over: a shift, h. */
const IDLE_H = 12
/** And at the latest so long after it began, days. */
const LONGEST_DAYS = 30
/** What is noted of its last use is this old at most, s. */
const SEEN_S = 60
/** A lead's word holds for its one command this long, s. */
const AGREED_S = 120

/** Somebody signed in, where. */
export interface Who {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly device: string
  readonly tokenHash: string
  readonly pageToken: string
  readonly endsAt: string
}

const fresh = (): string => randomBytes(32).toString('base64url')
const digest = (token: string): string => createHash('sha256').update(token).digest('hex')

const isAlive = sql`${session.seenAt} > now() - make_interval(hours => ${IDLE_H})
  and ${session.madeAt} > now() - make_interval(days => ${LONGEST_DAYS})`

/** Whether one has to sign in: somebody has a PIN. */
export async function hasAccounts(db: Pick<Database, 'select'>): Promise<boolean> {
  const rows = await db.select({ id: credential.personId }).from(credential).limit(1)
  return rows.length > 0
}

/**
 * Signs somebody in on a device.
 * @returns what the device's cookie holds; only its hash is kept.
 */
export async function openSession(
  db: Database,
  personId: string,
  { device, address }: { readonly device: string; readonly address: string },
): Promise<string> {
  const token = fresh()
  await db
    .insert(session)
    .values({ tokenHash: digest(token), personId, pageToken: fresh(), device, address })
  await db.delete(session).where(sql`not (${isAlive})`)
  return token
}

const askHolders = asking((db, { tokenHash }: Record<'tokenHash', Placeholder>) => ({
  holders: db
    .select({
      id: person.id,
      name: person.name,
      role: person.role,
      device: session.device,
      pageToken: session.pageToken,
      seenAt: session.seenAt,
      madeAt: session.madeAt,
    })
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .where(and(eq(session.tokenHash, tokenHash), isAlive)),
}))

/**
 * Who holds a cookie; null where it is nobody's, or their session is over.
 * @param isUsed somebody does something now: their session goes on from here.
 */
export async function whoHolds(
  db: Database,
  token: string,
  { isUsed }: { readonly isUsed: boolean } = { isUsed: true },
): Promise<Who | null> {
  const tokenHash = digest(token)
  const {
    holders: [found],
  } = await askHolders(db, { tokenHash })
  if (!found) return null
  const { seenAt, madeAt, ...who } = found
  if (isUsed && Date.now() - Date.parse(seenAt) > SEEN_S * 1000)
    await db
      .update(session)
      .set({ seenAt: sql`now()` })
      .where(eq(session.tokenHash, tokenHash))
  const endsMs = Math.min(
    (isUsed ? Date.now() : Date.parse(seenAt)) + IDLE_H * 3_600_000,
    Date.parse(madeAt) + LONGEST_DAYS * 24 * 3_600_000,
  )
  return { ...who, tokenHash, endsAt: new Date(endsMs).toISOString() }
}

/** Signs out. */
export async function endSession(db: Database, { tokenHash }: Who): Promise<void> {
  await db.delete(session).where(eq(session.tokenHash, tokenHash))
}

/** Signs somebody out everywhere, but for one session. */
export async function endSessionsOf(
  db: Pick<Database, 'delete'>,
  personId: string,
  but: Who | null,
): Promise<void> {
  await db
    .delete(session)
    .where(and(eq(session.personId, personId), ne(session.tokenHash, but?.tokenHash ?? '')))
}

/** Whether two texts are the same, however they differ in as long a time. */
export function isSame(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(digest(one)), Buffer.from(digest(other))]
  return timingSafeEqual(a, b)
}

// Only this session can use it, only for this command, and not for long.
function seal(who: Who, commandId: string, leadId: string, until: number): string {
  return createHmac('sha256', `${who.tokenHash} ${who.pageToken}`)
    .update(`${commandId} ${leadId} ${until}`)
    .digest('base64url')
}

/** A lead's word, given at somebody's tablet, for one command. */
export function agreementFor(who: Who, commandId: string, leadId: string): string {
  const until = Date.now() + AGREED_S * 1000
  return `${until}.${seal(who, commandId, leadId, until)}`
}

/** Whether a lead gave their word for a command in this session. */
export function isAgreed(
  who: Who,
  { id, person: leadId }: { readonly id: string; readonly person: string },
  agreement: string,
): boolean {
  const [until = '', sealed = ''] = agreement.split('.')
  return Number(until) > Date.now() && isSame(sealed, seal(who, id, leadId, Number(until)))
}
