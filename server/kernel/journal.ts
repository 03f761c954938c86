import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Command, CommandResult } from '@anklet/contract'
import { canonicalJson } from '@anklet/core/measuring/exchange'
import { AppError } from './appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import { command as commandTable, person } from '../store/schema.ts'
import type { Handlers } from './handler.ts'
import { refuseStandIns } from './realCar.ts'
import { onlyJobOf, touchedBy } from './revisions.ts'
import { takeTurn } from './turns.ts'

// The same command always has the same fingerprint.
const fingerprintOf = ({ type, person: who, device, baseVersion, payload }: Command): string =>
  createHash('sha256')
    .update(canonicalJson({ type, who, device, baseVersion, payload }))
    .digest('hex')

// The journal says that a photo was added; the picture itself is kept once, with the photo.
const journalled = ({ payload }: Command): object =>
  'picture' in payload ? { ...payload, picture: null, small: null } : payload

async function claim(
  tx: Transaction,
  command: Command,
  { fingerprint, address }: { readonly fingerprint: string; readonly address: string | null },
): Promise<CommandResult | null> {
  const { id, type, person: personId, device, at, baseVersion } = command
  const claimed = await tx
    .insert(commandTable)
    .values({
      id,
      type,
      personId,
      device,
      address,
      at,
      baseVersion,
      payload: journalled(command),
      fingerprint,
    })
    .onConflictDoNothing()
    .returning({ id: commandTable.id })
  if (claimed.length > 0) return null
  const [earlier] = await tx.select().from(commandTable).where(eq(commandTable.id, id))
  if (!earlier?.result || earlier.fingerprint !== fingerprint)
    throw new AppError('idReused', {}, '/id')
  return earlier.result
}

const DAY_MS = 24 * 3_600_000
// What has happened; a planned end and a due date lie in the future rightly.
const HAPPENED = new Set(['at', 'startedAt', 'endedAt'])

function requireHappened(value: unknown, latestMs: number, path: string): void {
  if (typeof value !== 'object' || value === null) return
  for (const [key, inner] of Object.entries(value)) {
    const place = `${path}/${key}`
    if (HAPPENED.has(key) && typeof inner === 'string' && Date.parse(inner) > latestMs)
      throw new AppError('inFuture', { at: inner }, place)
    requireHappened(inner, latestMs, place)
  }
}

async function requirePerson(tx: Transaction, command: Command): Promise<void> {
  // Whoever adds the first person is that person.
  if (command.type === 'person.add' && command.payload.personId === command.person) return
  const [known] = await tx
    .select({ id: person.id })
    .from(person)
    .where(eq(person.id, command.person))
  if (!known) throw new AppError('unknownReference', { what: 'person' }, '/person')
}

/** How a command comes. */
export interface Carrying {
  /** Where it came from, as the audit tells it; null: from inside. */
  readonly address?: string | null
  /** Others may write to the same database meanwhile. */
  readonly isShared?: boolean
}

/**
 * Carries out a command in one transaction: all of it or nothing, and once however often it arrives.
 * @throws {AppError} when it is refused; nothing is kept then, so the same id may be tried again with better content.
 */
export async function carryOut(
  db: Database,
  handlers: Handlers,
  command: Command,
  { address = null, isShared = false }: Carrying = {},
): Promise<CommandResult> {
  return db.transaction(async (tx) => {
    if (isShared) await takeTurn(tx, onlyJobOf(command))
    const earlier = await claim(tx, command, { fingerprint: fingerprintOf(command), address })
    if (earlier) return { ...earlier, repeated: true }
    requireHappened(command, Date.now() + DAY_MS, '')
    await requirePerson(tx, command)
    await refuseStandIns(tx, command)
    const handle = handlers[command.type] as (
      tx: Transaction,
      command: Command,
    ) => Promise<number | null>
    const result: CommandResult = {
      id: command.id,
      version: await handle(tx, command),
      repeated: false,
    }
    await touchedBy(tx, command)
    await tx.update(commandTable).set({ result }).where(eq(commandTable.id, command.id))
    return result
  })
}
