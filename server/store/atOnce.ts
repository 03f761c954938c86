import type { Placeholder, SQLWrapper } from 'drizzle-orm'
import {
  Column,
  fillPlaceholders,
  getTableColumns,
  is,
  Param,
  SQL,
  sql,
  StringChunk,
  Table,
} from 'drizzle-orm'
import { PgDialect } from 'drizzle-orm/pg-core'
import type { Database, Transaction } from './database.ts'

/** A question as the query builder holds it before it is asked. */
interface Question extends PromiseLike<readonly unknown[]> {
  getSQL(): SQL
  readonly _: { readonly selectedFields: object }
}

type Questions = Readonly<Record<string, Question>>

/** The rows each question is answered with. */
export type Answers<Asked> = {
  readonly [Name in keyof Asked]: Asked[Name] extends PromiseLike<infer Rows> ? Rows : never
}

/** What a question is about: told with it, or left open where it is written once for all. */
export type Open<Value = string> = Value | SQLWrapper

interface Place {
  readonly path: readonly string[]
  readonly column: Column | null
}

/** How the answers to some questions are read, by the names of the questions. */
type Reading = readonly (readonly [name: string, places: readonly Place[]])[]

/** Columns of a question in the order they come. */
function placesOf(fields: object, path: readonly string[] = []): Place[] {
  return Object.entries(fields).flatMap(([name, field]: [string, unknown]) => {
    const place = [...path, name]
    if (is(field, Column)) return [{ path: place, column: field }]
    if (is(field, Table)) return placesOf(getTableColumns(field), place)
    const isNested = Object.getPrototypeOf(field) === Object.prototype
    return isNested ? placesOf(field as object, place) : [{ path: place, column: null }]
  })
}

function rowOf(places: readonly Place[], values: readonly unknown[]): object {
  const row: Record<string, unknown> = {}
  places.forEach(({ path, column }, n) => {
    const value = values[n]
    const read = value === null || !column ? value : column.mapFromDriverValue(value)
    let inner = row
    for (const name of path.slice(0, -1)) inner = (inner[name] ??= {}) as Record<string, unknown>
    inner[path.at(-1)!] = read
  })
  return row
}

/** Some questions as one statement. */
function together(questions: Questions): { readonly statement: SQL; readonly reading: Reading } {
  const asked = Object.entries(questions).map(([name, question]) => ({
    name,
    question,
    places: placesOf(question._.selectedFields),
  }))
  const parts = asked.map(({ name, question, places }) => {
    const columns = sql.raw(places.map((_, n) => `c${n}`).join(', '))
    return sql`(select coalesce(json_agg(json_build_array(${columns})), '[]'::json)
      from (${question.getSQL()}) asked (${columns})) as ${sql.identifier(name)}`
  })
  return {
    statement: sql`select ${sql.join(parts, sql`, `)}`,
    reading: asked.map(({ name, places }) => [name, places]),
  }
}

async function answer<Asked extends Questions>(
  db: Database | Transaction,
  statement: SQL,
  reading: Reading,
): Promise<Answers<Asked>> {
  const { rows } = await db.execute<Record<string, unknown[][]>>(statement)
  return Object.fromEntries(
    reading.map(([name, places]) => [name, rows[0]![name]!.map((values) => rowOf(places, values))]),
  ) as Answers<Asked>
}

/**
 * Asks several questions in one statement, each answered with its rows as it would be alone. On the
 * way they are JSON: bytes cannot be asked for so, and moments come as JSON writes them.
 */
export async function atOnce<const Asked extends Questions>(
  db: Database | Transaction,
  questions: Asked,
): Promise<Answers<Asked>> {
  const { statement, reading } = together(questions)
  return answer(db, statement, reading)
}

/** A statement that is written, with places for values. */
interface Written {
  /** What stands before, between and after the values. */
  readonly parts: readonly string[]
  readonly values: readonly unknown[]
  readonly reading: Reading
}

function write(questions: Questions): Written {
  const { statement, reading } = together(questions)
  const { sql: text, params } = new PgDialect().sqlToQuery(statement)
  const parts = text.split(/\$\d+/)
  if (parts.length !== params.length + 1) throw new Error(`a statement with a $ in it: ${text}`)
  return { parts, values: params, reading }
}

function filled({ parts, values }: Written, told: Readonly<Record<string, unknown>>): SQL {
  const [first, ...rest] = parts.map((part) => new StringChunk(part))
  const params = fillPlaceholders([...values], told).map((value) => new Param(value))
  return new SQL([first!, ...rest.flatMap((part, n) => [params[n]!, part])])
}

/**
 * Questions that are asked again and again, each time about something else, as `atOnce` asks them.
 * They are written when they are asked first: to write twenty takes longer than to answer them.
 * @param questions with an open place for each thing that is told when they are asked
 */
export function asking<Name extends string, const Asked extends Questions>(
  questions: (db: Database | Transaction, open: Readonly<Record<Name, Placeholder>>) => Asked,
): (
  db: Database | Transaction,
  told: Readonly<Record<Name, string | readonly string[]>>,
) => Promise<Answers<Asked>> {
  let written: Written | null = null
  return async (db, told) => {
    if (written === null) {
      const names = Object.keys(told) as Name[]
      const open = Object.fromEntries(names.map((name) => [name, sql.placeholder<string>(name)]))
      written = write(questions(db, open as Record<Name, Placeholder>))
    }
    return answer(db, filled(written, told), written.reading)
  }
}
