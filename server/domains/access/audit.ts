import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { AuditEntry, AuditPage, AuditQuery } from '@anklet/contract'
import type { DoorEvent } from '@anklet/language/shop/people'
import { auditWords, toldWith } from '@anklet/language/shop/people'
import Papa from 'papaparse'
import { iso } from '../../kernel/instants.ts'
import { anywhere } from '../../kernel/like.ts'
import type { Database } from '../../store/database.ts'
import { doorEvent } from '../../store/schema.ts'

/** Where something came from. */
export interface From {
  readonly personId: string | null
  readonly device: string
  readonly address: string
}

/** Notes what happened that is no command. */
export async function noteAtDoor(
  db: Database,
  what: DoorEvent,
  { personId, device, address }: From,
  more: Readonly<Record<string, string>> = {},
): Promise<void> {
  await db.insert(doorEvent).values({ what, personId, device, address, more })
}

interface Row extends Record<string, unknown> {
  id: string
  at: string
  what: string
  person_id: string | null
  name: string | null
  device: string
  address: string | null
  job_id: string | null
  plate: string | null
  words: string | null
}

const DAY = /^\d{4}-\d{2}-\d{2}$/

// Each word in what was done, who did it, at which car, from where.
function wordFilter(word: string): SQL {
  const like = anywhere(word)
  return sql`(entry.what = any (${sql.param(toldWith(word))}::text[]) or person.name ilike ${like}
    or vehicle.plate ilike ${like} or entry.device ilike ${like} or entry.address ilike ${like}
    or entry.words ilike ${like})`
}

function filterOf({ words, person, from, to }: AuditQuery): SQL {
  const parts = words.trim().split(/\s+/).filter(Boolean).map(wordFilter)
  if (person !== '') parts.push(sql`entry.person_id::text = ${person}`)
  if (DAY.test(from)) parts.push(sql`entry.at >= ${from}::date`)
  if (DAY.test(to)) parts.push(sql`entry.at < ${to}::date + 1`)
  return parts.length === 0 ? sql`true` : sql.join(parts, sql` and `)
}

const ENTRIES = sql`(
  select id::text as id, received_at as at, type as what, person_id, device, address,
    payload->>'jobId' as job_id,
    case when type = 'person.add' then payload->>'name' end as words
  from command where result is not null
  union all
  select id::text, at, what, person_id, device, address, more->>'jobId', more->>'words'
  from door_event) entry`

function entryOf({ at, person_id: personId, job_id: jobId, ...row }: Row): AuditEntry {
  return { ...row, at: iso(at), personId, jobId }
}

async function read(db: Database, asked: AuditQuery, limit: number): Promise<AuditEntry[]> {
  const { rows } = await db.execute<Row>(sql`
    select entry.*, person.name, vehicle.plate from ${ENTRIES}
    left join person on person.id = entry.person_id
    left join job on job.id::text = entry.job_id
    left join vehicle on vehicle.id = job.vehicle_id
    where ${filterOf(asked)}
    order by entry.at desc, entry.id limit ${limit} offset ${asked.page * asked.size}`)
  return rows.map(entryOf)
}

/** A page of who did what, when and from where. */
export async function readAudit(db: Database, asked: AuditQuery): Promise<AuditPage> {
  const rows = await read(db, asked, asked.size + 1)
  return { rows: rows.slice(0, asked.size), more: rows.length > asked.size }
}

/** More than anybody reads in a table, rows. */
const LONGEST_TABLE = 100_000

/** The audit as a table for a spreadsheet, which takes nothing in it for a formula. */
export async function auditTable(db: Database, asked: AuditQuery): Promise<string> {
  const rows = await read(db, { ...asked, page: 0 }, LONGEST_TABLE)
  return Papa.unparse(
    {
      fields: ['when', 'who', 'what', 'more', 'car', 'device', 'address', 'id'],
      data: rows.map(({ at, name, personId, what, words, plate, device, address, id }) => [
        at,
        name ?? personId ?? '',
        auditWords(what),
        words ?? '',
        plate ?? '',
        device,
        address ?? '',
        id,
      ]),
    },
    { escapeFormulae: true, newline: '\r\n' },
  )
}
