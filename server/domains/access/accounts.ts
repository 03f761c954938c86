import { and, asc, eq, ne, sql } from 'drizzle-orm'
import type { Account } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import { iso } from '../../kernel/instants.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { credential, person, session } from '../../store/schema.ts'
import {
  countTry,
  forgetTries,
  forgetTriesOf,
  isCalled,
  plainName,
  waitingTries,
} from './attempts.ts'
import type { Try } from './attempts.ts'
import { hashOf, isSecret } from './secrets.ts'
import type { Who } from './sessions.ts'
import { endSessionsOf, hasAccounts } from './sessions.ts'

type Reading = Pick<Database, 'select'>

/** Somebody of the shop. @throws {AppError} `unknownReference` */
export async function personOf(db: Reading, personId: string): Promise<typeof person.$inferSelect> {
  const [found] = await db.select().from(person).where(eq(person.id, personId))
  if (!found) throw new AppError('unknownReference', { what: 'person' }, '/personId')
  return found
}

/**
 * Whose name and secret these are. Takes as long for a name that is nobody's.
 * @throws {AppError} `tooManyTries`, `signInWrong`
 */
export async function whoSigns(db: Database, who: Try, secret: string): Promise<string> {
  await countTry(db, who)
  const [found] = await db
    .select({ id: person.id, hash: credential.hash })
    .from(person)
    .innerJoin(credential, eq(credential.personId, person.id))
    .where(isCalled(who.name))
  if (!(await isSecret(found?.hash ?? null, secret)) || !found)
    throw new AppError('signInWrong', {}, '/secret')
  await forgetTries(db, who)
  return found.id
}

/** Refuses to leave the shop without a lead who can sign in. */
export async function requireOtherLead(tx: Transaction, personId: string): Promise<void> {
  if (!(await hasAccounts(tx))) return
  const [other] = await tx
    .select({ id: person.id })
    .from(person)
    .innerJoin(credential, eq(credential.personId, person.id))
    .where(and(eq(person.role, 'lead'), ne(person.id, personId)))
    .limit(1)
  if (!other) throw new AppError('lastLead', {}, '/payload/personId')
}

/**
 * Gives the shop its first PIN and makes its holder the lead.
 * @throws {AppError} `leadThere` where somebody has one already, `secretWeak`
 */
export async function makeFirstLead(db: Database, personId: string, secret: string): Promise<void> {
  if (await hasAccounts(db)) throw new AppError('leadThere')
  const { name } = await personOf(db, personId)
  const hash = await hashOf(secret, name)
  await db.transaction(async (tx) => {
    // Two who come first at once: one waits for the other here, and finds that it is late.
    await tx.execute(sql`lock table ${credential} in share row exclusive mode`)
    if (await hasAccounts(tx)) throw new AppError('leadThere')
    await tx.insert(credential).values({ personId, hash })
    await tx.update(person).set({ role: 'lead' }).where(eq(person.id, personId))
  })
}

/**
 * Sets a PIN: one's own, shown by the present one, or anybody's by a lead. Every other session of
 * whoever it is for ends.
 * @throws {AppError} `notYourRole`, `signInWrong`, `tooManyTries`, `secretWeak`
 */
export async function setSecret(
  db: Database,
  who: Who,
  from: Omit<Try, 'name'>,
  { personId, secret, own }: { personId: string; secret: string; own: string | null },
): Promise<void> {
  const { name } = await personOf(db, personId)
  const isOwn = personId === who.id
  if (isOwn) await whoSigns(db, { ...from, name }, own ?? '')
  else if (who.role !== 'lead') throw new AppError('notYourRole', { role: who.role })
  await keepSecret(db, personId, await hashOf(secret, name), isOwn ? who : null)
  await forgetTriesOf(db, name)
}

async function keepSecret(
  db: Database,
  personId: string,
  hash: string,
  but: Who | null,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx
      .insert(credential)
      .values({ personId, hash })
      .onConflictDoUpdate({ target: credential.personId, set: { hash, setAt: sql`now()` } })
    await endSessionsOf(tx, personId, but)
  })
}

/**
 * Gives a lead a new PIN from the machine itself, where nobody can sign in any more.
 * @param name of somebody who is there, or of a new person.
 * @returns whether they were new.
 */
export async function resetLead(db: Database, name: string, secret: string): Promise<boolean> {
  const hash = await hashOf(secret, name)
  const [known] = await db.select({ id: person.id }).from(person).where(isCalled(name))
  const personId = known?.id ?? crypto.randomUUID()
  if (known) await db.update(person).set({ role: 'lead' }).where(eq(person.id, personId))
  else await db.insert(person).values({ id: personId, name: name.trim(), role: 'lead' })
  await keepSecret(db, personId, hash, null)
  await forgetTriesOf(db, name)
  return !known
}

/** Takes somebody's PIN away. @throws {AppError} `lastLead`, `noAccount` */
export async function dropAccount(db: Database, personId: string): Promise<void> {
  await db.transaction(async (tx) => {
    await requireOtherLead(tx, personId)
    await endSessionsOf(tx, personId, null)
    const gone = await tx
      .delete(credential)
      .where(eq(credential.personId, personId))
      .returning({ id: credential.personId })
    if (gone.length === 0) throw new AppError('noAccount')
  })
}

/** Who may sign in, by name. */
export async function listAccounts(db: Database): Promise<Account[]> {
  const [rows, waiting] = await Promise.all([
    db
      .select({
        personId: credential.personId,
        name: person.name,
        setAt: credential.setAt,
        devices: sql<number>`(select count(*)::int from ${session}
          where ${session.personId} = ${credential.personId})`,
      })
      .from(credential)
      .innerJoin(person, eq(person.id, credential.personId))
      .orderBy(asc(person.name)),
    waitingTries(db),
  ])
  return rows.map(({ name, setAt, ...row }) => ({
    ...row,
    setAt: iso(setAt),
    waitsUntil: waiting.get(plainName(name)) ?? null,
  }))
}
