import type { Hash } from 'node:crypto'
import { createHash } from 'node:crypto'
import type { Sql, Statements } from './sql.ts'

/** A running checksum of one table. */
const newSum = (): Hash => createHash('sha256')

/** Rows taken from the database at once. */
const ROWS_AT_ONCE = 200
/** A part of a table in an archive is at most about so long, bytes. */
const PART_BYTES = 512 * 1024

/** The one table whose rows have files beside them. */
export const PHOTOS = 'photo'

/** Bytes that stand beside a photo's row. */
export interface PhotoBytes {
  readonly id: string
  readonly picture: Uint8Array
  readonly small: Uint8Array | null
}

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`

// Who is in, what was tried at the door, and what was written last: true of a moment, and never
// brought back.
const PASSING = ['session', 'attempt', 'revision']

interface Reference {
  readonly child: string
  readonly parent: string
}

/** Tables in an order in which each comes after those it refers to. */
export async function tablesInOrder(db: Sql): Promise<string[]> {
  const { rows: tables } = await db.query<{ name: string }>(
    `select relname as name from pg_class join pg_namespace on pg_namespace.oid = relnamespace
     where relkind = 'r' and nspname = 'public' and relname::text <> all ($1::text[]) order by relname`,
    [PASSING],
  )
  const { rows: references } = await db.query<Reference>(
    `select child.relname as child, parent.relname as parent from pg_constraint
     join pg_class child on child.oid = conrelid join pg_class parent on parent.oid = confrelid
     where contype = 'f'`,
  )
  const ordered: string[] = []
  const place = (name: string): void => {
    if (ordered.includes(name)) return
    for (const { child, parent } of references) if (child === name && parent !== name) place(parent)
    ordered.push(name)
  }
  for (const { name } of tables) place(name)
  return ordered
}

/** How many rows each table holds. */
export async function countRows(
  db: Sql,
  tables: readonly string[],
): Promise<Record<string, number>> {
  const counts: Record<string, number> = {}
  for (const table of tables) {
    const { rows } = await db.query<{ n: number }>(
      `select count(*)::int as n from ${quoted(table)}`,
    )
    counts[table] = rows[0]!.n
  }
  return counts
}

async function keyOf(tx: Statements, table: string): Promise<string> {
  const { rows } = await tx.query<{ name: string }>(
    `select attname as name from pg_index
     join pg_attribute on attrelid = indrelid and attnum = any (indkey)
     where indisprimary and indrelid = $1::regclass order by array_position(indkey::int[], attnum::int)`,
    [quoted(table)],
  )
  return rows.map(({ name }) => quoted(name)).join(', ')
}

// A photo's bytes stand in files of their own.
const rowOf = (table: string): string =>
  table === PHOTOS ? `(to_jsonb(t) - 'picture' - 'small')::text` : 'to_jsonb(t)::text'

/** What is told of a table while it is read. */
export interface TableReader {
  /** Some rows, each a line of JSON with a line's end. */
  lines(part: string): Promise<void>
  photo(bytes: PhotoBytes): Promise<void>
  /** Waited for before more is taken from the database. */
  readonly pace: Pace
}

/** Asked at every share of a long work; resolves when the next one may be begun. */
export type Pace = () => Promise<void>

/** Does not wait: somebody else does. */
export const atFullSpeed: Pace = () => Promise.resolve()

async function readLines(
  tx: Statements,
  table: string,
  sum: Hash,
  { lines, pace }: Pick<TableReader, 'lines' | 'pace'>,
): Promise<void> {
  const key = await keyOf(tx, table)
  await tx.exec(
    `declare each_row cursor for select ${rowOf(table)} as line from ${quoted(table)} t order by ${key}`,
  )
  let part = ''
  for (;;) {
    const { rows } = await tx.query<{ line: string }>(`fetch ${ROWS_AT_ONCE} from each_row`)
    for (const { line } of rows) {
      sum.update(`${line}\n`)
      part += `${line}\n`
      if (part.length > PART_BYTES) {
        await lines(part)
        part = ''
      }
    }
    if (rows.length === 0) break
    await pace()
  }
  if (part !== '') await lines(part)
  await tx.exec('close each_row')
}

interface PhotoSums {
  readonly picture: string
  readonly small: string | null
}

const sumOf = (bytes: Uint8Array): string => newSum().update(bytes).digest('hex')

const idsOfPhotos = async (tx: Statements): Promise<string[]> => {
  const { rows } = await tx.query<{ id: string }>(`select id from ${PHOTOS} order by id`)
  return rows.map(({ id }) => id)
}

async function readPhotos(
  tx: Statements,
  sum: Hash,
  { photo: tell, pace }: TableReader,
): Promise<void> {
  for (const id of await idsOfPhotos(tx)) {
    const { rows } = await tx.query<PhotoBytes>(
      `select id, picture, small from ${PHOTOS} where id = $1`,
      [id],
    )
    const photo = rows[0]!
    sum.update(sumOf(photo.picture)).update(photo.small ? sumOf(photo.small) : '')
    await tell(photo)
    await pace()
  }
}

// The database sums up by itself: taking every picture out of it again costs ten times as much.
async function sumPhotos(tx: Statements, sum: Hash, pace: Pace): Promise<void> {
  for (const id of await idsOfPhotos(tx)) {
    const { rows } = await tx.query<PhotoSums>(
      `select encode(sha256(picture), 'hex') as picture, encode(sha256(small), 'hex') as small
       from ${PHOTOS} where id = $1`,
      [id],
    )
    const { picture, small } = rows[0]!
    sum.update(picture).update(small ?? '')
    await pace()
  }
}

/**
 * Reads a table from its first row to its last, in constant memory.
 * @returns its checksum: SHA-256 of its rows and pictures in the order of their keys.
 */
export function readTable(db: Sql, table: string, reader: TableReader): Promise<string> {
  return db.transaction(async (tx) => {
    const sum = newSum()
    await readLines(tx, table, sum, reader)
    if (table === PHOTOS) await readPhotos(tx, sum, reader)
    return sum.digest('hex')
  })
}

/** The checksum of a table, as `readTable` gives it, without taking its pictures out. */
export function sumTable(db: Sql, table: string, pace: Pace): Promise<string> {
  return db.transaction(async (tx) => {
    const sum = newSum()
    await readLines(tx, table, sum, { lines: () => Promise.resolve(), pace })
    if (table === PHOTOS) await sumPhotos(tx, sum, pace)
    return sum.digest('hex')
  })
}

/** Puts lines of a table back. */
export async function writeLines(db: Sql, table: string, part: string): Promise<void> {
  const rows = part.split('\n').filter((line) => line !== '')
  // A picture comes after its row; until then there is an empty one.
  const json = `[${rows.join(',')}]`
  const source =
    table === PHOTOS
      ? `(select jsonb_agg(row || '{"picture": "\\\\x"}') from jsonb_array_elements($1::jsonb) row)`
      : '$1::jsonb'
  await db.query(
    `insert into ${quoted(table)} select * from jsonb_populate_recordset(null::${quoted(table)}, ${source})`,
    [json],
  )
}

/** Puts a photo's bytes beside its row. */
export async function writePhoto(
  db: Sql,
  column: 'picture' | 'small',
  id: string,
  bytes: Uint8Array,
): Promise<void> {
  await db.query(`update ${PHOTOS} set ${column} = $1 where id = $2`, [bytes, id])
}

/**
 * Lets every counter go on after the highest number that was put back. Columns that a migration
 * dropped are still listed; their counters cannot be asked for.
 */
export async function setCounters(db: Sql): Promise<void> {
  const { rows } = await db.query<{ table: string; column: string; sequence: string }>(
    `select quote_ident(relname) as "table", quote_ident(attname) as "column",
       pg_get_serial_sequence(quote_ident(relname), attname) as sequence
     from pg_class join pg_attribute on attrelid = pg_class.oid
     join pg_namespace on pg_namespace.oid = relnamespace
     where relkind = 'r' and nspname = 'public' and attnum > 0
       and case when attisdropped then null
         else pg_get_serial_sequence(quote_ident(relname), attname) end is not null`,
  )
  for (const { table, column, sequence } of rows)
    await db.query(
      `select setval($1, coalesce((select max(${column}) from ${table}), 0) + 1, false)`,
      [sequence],
    )
}
