import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import { asc, inArray } from 'drizzle-orm'
import type { BundleOutcome, Role, ShopBundle, WorkRecord } from '@anklet/contract'
import { BUNDLE_VERSION } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import {
  agreement,
  charge,
  checkDone,
  codeReading,
  codeText,
  coil,
  conclusion,
  correction,
  decision,
  deviceLog,
  evidence,
  job,
  knowledge,
  logChunk,
  note,
  part,
  person,
  photo,
  plan,
  procedures,
  reading,
  repair,
  round,
  shop,
  torque,
  vehicle,
  vehicleType,
  watch,
  proofEntry,
  workEntry,
} from '../../store/schema.ts'
import { grouped } from '../../kernel/grouped.ts'
import { hasAccounts } from '../access/sessions.ts'
import { listPeople } from '../people/queries.ts'
import { keepMeans } from '../rounds/means.ts'
import { touchEverything } from '../../kernel/revisions.ts'
import { takeTurn } from '../../kernel/turns.ts'
import { nameTaken } from '../../kernel/saving.ts'
import { setAsideStandIns } from '../jobs/setAside.ts'

/** PostgreSQL takes 65,535 values in one statement; the widest row here has some twenty. */
const ROWS_AT_ONCE = 1000

/**
 * Says no to a file of a later release before anything else is looked at.
 * @throws {AppError} `newerFormat`
 */
export function checkBundleVersion(body: unknown): void {
  const version = (body as { formatVersion?: unknown } | null)?.formatVersion
  if (typeof version === 'number' && version > BUNDLE_VERSION)
    throw new AppError('newerFormat', { version, newest: BUNDLE_VERSION }, '/formatVersion')
}

/** Counts what goes in as new and what was here already. */
class Taking {
  added = 0
  known = 0
  constructor(private readonly tx: Transaction) {}

  /** Adds rows whose ids are not here yet. @returns the ids that were new. */
  async add(
    table: PgTable & { readonly id: PgColumn },
    rows: readonly { readonly id: string }[],
  ): Promise<Set<string>> {
    const fresh = new Set<string>()
    for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) {
      const part = await this.tx
        .insert(table)
        .values(rows.slice(i, i + ROWS_AT_ONCE) as never[])
        .onConflictDoNothing({ target: table.id })
        .returning({ id: table.id })
      for (const { id } of part as { id: string }[]) fresh.add(id)
    }
    this.added += fresh.size
    this.known += rows.length - fresh.size
    return fresh
  }
}

/** Entries out of a file may come from stand-ins: they are looked at when all are here. */
const unseen = <Row extends object>(row: Row): Row & { readonly setAside: null } => ({
  ...row,
  setAside: null,
})

type Owned<Row> = Omit<Row, 'person'> & { personId: string }
/** Turns a person's id of the file into the one this shop knows them by. */
type Who = (personId: string) => string

const ownedBy =
  (who: Who) =>
  <Row extends { person: string }>({ person: personId, ...row }: Row): Owned<Row> => ({
    ...row,
    personId: who(personId),
  })

// People stand inside an entry too: who was asked to take over, who lent a hand.
function withPeople(content: WorkRecord['content'], who: Who): WorkRecord['content'] {
  if (content.kind === 'handed') return { ...content, to: who(content.to) }
  return content.kind === 'done' && content.second !== null && content.second !== 'alone'
    ? { ...content, second: who(content.second) }
    : content
}

const roleOf = ({ role, lead }: Pick<ShopBundle['people'][number], 'role' | 'lead'>): Role =>
  role ?? (lead === true ? 'lead' : 'technician')

// Two people of one name are one person: somebody has to sign in before a file can be taken over.
async function takePeople(
  tx: Transaction,
  taking: Taking,
  people: ShopBundle['people'],
): Promise<Who> {
  const byName = new Map((await listPeople(tx)).map(({ id, name }) => [name, id]))
  await taking.add(
    person,
    people
      .filter(({ name, id }) => (byName.get(name) ?? id) === id)
      .map(({ id, name, ...does }) => ({ id, name, role: roleOf(does) })),
  )
  // Whoever agrees to deviations there does so here; where people sign in, a file makes no leads.
  const leads = people.flatMap(({ name, ...does }) =>
    roleOf(does) === 'lead' && byName.has(name) ? [byName.get(name)!] : [],
  )
  if (leads.length > 0 && !(await hasAccounts(tx)))
    await tx.update(person).set({ role: 'lead' }).where(inArray(person.id, leads))
  const here = new Map(people.map(({ id, name }) => [id, byName.get(name) ?? id]))
  return (personId) => here.get(personId) ?? personId
}

async function takeRounds(
  tx: Transaction,
  taking: Taking,
  rounds: ShopBundle['rounds'],
  who: Who,
): Promise<void> {
  const owned = ownedBy(who)
  const fresh = await taking.add(
    round,
    rounds.map(({ readings: _readings, ...row }) => unseen(owned(row))),
  )
  const readings = rounds.flatMap(({ id, readings: list }) =>
    fresh.has(id)
      ? list.map(({ corrections: _corrections, ...entry }) => ({ ...entry, roundId: id }))
      : [],
  )
  for (let i = 0; i < readings.length; i += ROWS_AT_ONCE)
    await tx.insert(reading).values(readings.slice(i, i + ROWS_AT_ONCE))
  // Corrections may be new on a round that was here already; a reading is known by its place in its
  // round.
  const corrected = rounds.filter(({ readings: list }) =>
    list.some(({ corrections }) => corrections.length > 0),
  )
  const rows =
    corrected.length === 0
      ? []
      : await tx
          .select({ id: reading.id, roundId: reading.roundId })
          .from(reading)
          .where(
            inArray(
              reading.roundId,
              corrected.map(({ id }) => id),
            ),
          )
          .orderBy(asc(reading.id))
  const places = grouped(rows, ({ roundId }) => roundId)
  await taking.add(
    correction,
    corrected.flatMap(({ id, readings: list }) =>
      list.flatMap(({ corrections }, place) => {
        const readingId = places.get(id)?.[place]?.id
        return readingId === undefined
          ? []
          : corrections.map((entry) => ({ ...owned(entry), readingId }))
      }),
    ),
  )
  await keepMeans(tx, [...new Set([...fresh, ...corrected.map(({ id }) => id)])])
}

async function takeLogs(
  tx: Transaction,
  taking: Taking,
  logs: NonNullable<ShopBundle['logs']>,
  who: Who,
): Promise<void> {
  const fresh = await taking.add(
    deviceLog,
    logs.map(({ head }) => unseen({ ...ownedBy(who)(head), deviceId: 'file' })),
  )
  for (const { head, trace } of logs)
    if (fresh.has(head.id)) await tx.insert(logChunk).values({ logId: head.id, seq: 0, trace })
}

/**
 * Takes a whole shop over: adds every record whose id is not here yet and changes none that is.
 * All of it or nothing.
 * @param isShared others may write to the same database meanwhile.
 * @throws {AppError} where a name or plate is taken by another record, or the file refers to
 * something it does not hold.
 */
export async function takeBundle(
  db: Database,
  bundle: ShopBundle,
  isShared = false,
): Promise<BundleOutcome> {
  try {
    return await db.transaction(async (tx) => {
      if (isShared) await takeTurn(tx, null)
      const taking = new Taking(tx)
      // Where backups go belongs to the machine; what is erased in time each shop says itself.
      await tx
        .insert(shop)
        .values({ ...bundle.shop, backup: null, keeping: null })
        .onConflictDoNothing()
      const who = await takePeople(tx, taking, bundle.people)
      const owned = ownedBy(who)
      const entered = <Row extends { person: string }>(row: Row) => unseen(owned(row))
      await taking.add(vehicleType, bundle.vehicleTypes)
      await taking.add(vehicle, bundle.vehicles)
      await taking.add(
        job,
        bundle.jobs.map((row) => ({ ...row, openedBy: who(row.openedBy) })),
      )
      await takeRounds(tx, taking, bundle.rounds, who)
      await taking.add(
        watch,
        bundle.watches.map((row) => ({ ...row, startedBy: who(row.startedBy) })),
      )
      await taking.add(note, bundle.notes.map(owned))
      await taking.add(repair, bundle.repairs.map(owned))
      await taking.add(checkDone, (bundle.checks ?? []).map(entered))
      await taking.add(evidence, (bundle.evidence ?? []).map(entered))
      await taking.add(conclusion, (bundle.conclusions ?? []).map(owned))
      await taking.add(codeReading, (bundle.codeReadings ?? []).map(entered))
      await taking.add(codeText, bundle.codeTexts ?? [])
      if (bundle.knowledge)
        await tx.insert(knowledge).values(bundle.knowledge).onConflictDoNothing()
      await taking.add(part, bundle.parts ?? [])
      await taking.add(coil, bundle.coils ?? [])
      await taking.add(decision, (bundle.decisions ?? []).map(owned))
      await taking.add(agreement, (bundle.agreements ?? []).map(owned))
      if (bundle.procedures)
        await tx.insert(procedures).values(bundle.procedures).onConflictDoNothing()
      await taking.add(torque, bundle.torques ?? [])
      await taking.add(plan, (bundle.plans ?? []).map(owned))
      await taking.add(
        workEntry,
        (bundle.work ?? []).map((entry) =>
          unseen({ ...owned(entry), content: withPeople(entry.content, who) }),
        ),
      )
      await taking.add(proofEntry, (bundle.proof ?? []).map(entered))
      await taking.add(charge, (bundle.charges ?? []).map(owned))
      await takeLogs(tx, taking, bundle.logs ?? [], who)
      await taking.add(
        photo,
        bundle.photos.map(({ bytes: _bytes, picture, ...row }) => ({
          ...owned(row),
          picture: new Uint8Array(Buffer.from(picture, 'base64')),
        })),
      )
      await setAsideStandIns(tx)
      await touchEverything(tx)
      return { added: taking.added, known: taking.known }
    })
  } catch (error) {
    throw tornOf(error) ?? error
  }
}

// A broken rule of the database as the sentence it means for a file.
function tornOf(error: unknown): AppError | null {
  const cause = ((error as { cause?: unknown }).cause ?? error) as {
    code?: string
    detail?: string
    constraint?: string
  }
  const value = /\)=\((.*?)\)/.exec(cause.detail ?? '')?.[1] ?? ''
  const what = nameTaken(cause)
  if (what)
    return new AppError('bundleTorn', {
      sentence: `${what} "${value}" is here already under another record.`,
    })
  return cause.code === '23503'
    ? new AppError('bundleTorn', { sentence: `it speaks of ${value} but does not hold it.` })
    : null
}
