import type { SQL } from 'drizzle-orm'
import { Column, getTableColumns, is, sql, Table } from 'drizzle-orm'
import type { Database, Transaction } from './database.ts'

/** A question as the query builder holds it before it is asked. */
interface Question extends PromiseLike<readonly unknown[]> {
  getSQL(): SQL
  readonly _: { readonly selectedFields: object }
}

/** The rows each question is answered with. */
export type Answers<Questions> = {
  readonly [Name in keyof Questions]: Questions[Name] extends PromiseLike<infer Rows> ? Rows : never
}

interface Place {
  readonly path: readonly string[]
  readonly column: Column | null
}

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

/**
 * Asks several questions in one statement, each answered with its rows as it would be alone. On the
 * way they are JSON: bytes cannot be asked for so, and moments come as JSON writes them.
 */
export async function atOnce<const Questions extends Readonly<Record<string, Question>>>(
  db: Database | Transaction,
  questions: Questions,
): Promise<Answers<Questions>> {
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
  const { rows } = await db.execute<Record<string, unknown[][]>>(
    sql`select ${sql.join(parts, sql`, `)}`,
  )
  return Object.fromEntries(
    asked.map(({ name, places }) => [name, rows[0]![name]!.map((values) => rowOf(places, values))]),
  ) as Answers<Questions>
}
