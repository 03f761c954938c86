import { MOVING } from '@anklet/language/problems/serverFaults'
import type { Sql, Statements } from './sql.ts'
import {
  atFullSpeed,
  countRows,
  readTable,
  setCounters,
  sumTable,
  tablesInOrder,
  writeLines,
  writePhoto,
} from './tables.ts'

/** What was copied: rows of each table. */
export type Copied = Readonly<Record<string, number>>

/** Said when a copy is not what it was made from. */
export class CopyDiffers extends Error {
  constructor(table: string) {
    super(MOVING.differs(table))
  }
}

/** A connection whose parts of one transaction are all of that transaction. */
export const within = (tx: Statements): Sql => ({
  query: (text, values) => tx.query(text, values),
  exec: (text) => tx.exec(text),
  transaction: (work) => work(tx),
})

async function copyTable(from: Sql, to: Sql, table: string): Promise<string> {
  return readTable(from, table, {
    lines: (part) => writeLines(to, table, part),
    photo: async ({ id, picture, small }) => {
      await writePhoto(to, 'picture', id, picture)
      if (small) await writePhoto(to, 'small', id, small)
    },
    pace: atFullSpeed,
  })
}

/**
 * Copies every row of one database into another that has the same tables and no rows, and compares
 * them table by table: how many, and their checksums.
 * @throws {CopyDiffers}
 */
export async function copyRows(from: Sql, to: Sql): Promise<Copied> {
  const tables = await tablesInOrder(from)
  const sums: Record<string, string> = {}
  for (const table of tables) sums[table] = await copyTable(from, to, table)
  const [sent, arrived] = [await countRows(from, tables), await countRows(to, tables)]
  for (const table of tables)
    if (sent[table] !== arrived[table] || sums[table] !== (await sumTable(to, table, atFullSpeed)))
      throw new CopyDiffers(table)
  await setCounters(to)
  return arrived
}

/** Takes every row out of a database. */
export async function emptyTables(to: Statements): Promise<void> {
  const tables = await tablesInOrder(within(to))
  const all = [...tables, 'session', 'attempt'].map((name) => `"${name}"`)
  await to.exec(`truncate ${all.join(', ')} restart identity cascade`)
}
