import { SERVER_FAULTS } from '@anklet/language/problems/serverFaults'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { drizzle as drizzleEmbedded } from 'drizzle-orm/pglite'
import { migrate as migrateEmbedded } from 'drizzle-orm/pglite/migrator'
import pg from 'pg'
import type { Database, Making, OpenDatabase } from './database.ts'
import { countMigrations, createDatabase, migrationsSeen } from './database.ts'
import { planAgain } from './planned.ts'
import * as schema from './schema.ts'
import { ServerUnusable } from './serverUnusable.ts'
import type { Sql } from './sql.ts'
import { Standing } from './standing.ts'
import type { Copied } from './transfer.ts'
import { copyRows, emptyTables, within } from './transfer.ts'

/** Connections of one process at most: PostgreSQL's usual hundred serve several. */
const MOST_CONNECTIONS = 12
/** Nothing a person waits for takes longer, ms. */
const STATEMENT_MS = 60_000
/** Held while tables are made or changed, so that two processes that start together do it once. */
const CHANGING_TABLES = 7_204_001

const reasonOf = (error: unknown): string => {
  const { message, code } = error as { message?: string; code?: string }
  return [message, code].find((words) => words !== undefined && words !== '') ?? String(error)
}

/** A connection to a server, as the tables are copied over one. */
export const sqlOf = (client: pg.ClientBase): Sql => ({
  query: async <Row>(text: string, values?: unknown[]) => {
    const { rows } = await client.query(text, values)
    return { rows: rows as Row[] }
  },
  exec: (text) => client.query(text),
  transaction: async (work) => {
    await client.query('begin')
    try {
      const answer = await work(sqlOf(client))
      await client.query('commit')
      return answer
    } catch (error) {
      await client.query('rollback')
      throw error
    }
  },
})

/** All connections count time alike, whatever the server's own zone. */
const settingsFor = (url: string) => ({
  connectionString: url,
  options: '-c timezone=UTC',
  application_name: 'anklet',
})

// Whoever uses a connection that breaks hears of it with what they ask next. Between two questions
// nobody listens, and what nobody listens to would end the process.
const outlives = (client: pg.ClientBase): void => void client.on('error', () => undefined)

/** Does something over one connection. */
async function overOne<Answer>(
  pool: pg.Pool,
  work: (client: pg.PoolClient) => Promise<Answer>,
): Promise<Answer> {
  const client = await pool.connect()
  try {
    return await work(client)
  } finally {
    client.release()
  }
}

interface Mark {
  readonly shopId: string
  readonly demo: boolean
}

// What stands beside an embedded database in a file stands in a schema of its own here.
const MARK = `create schema if not exists anklet;
  create table if not exists anklet.mark (
    id smallint primary key default 1 check (id = 1),
    shop_id uuid not null, demo boolean not null)`

async function markOf(client: pg.PoolClient, demo: boolean): Promise<Mark> {
  await client.query(MARK)
  await client.query(
    'insert into anklet.mark (shop_id, demo) values ($1, $2) on conflict do nothing',
    [crypto.randomUUID(), demo],
  )
  const { rows } = await client.query<{ shop_id: string; demo: boolean }>(
    'select shop_id, demo from anklet.mark',
  )
  return { shopId: rows[0]!.shop_id, demo: rows[0]!.demo }
}

async function bringUp(pool: pg.Pool, db: Database, making: Making, demo: boolean): Promise<Mark> {
  const known = countMigrations(making.migrations)
  return overOne(pool, async (client) => {
    await client.query('select pg_advisory_lock($1)', [CHANGING_TABLES])
    try {
      if ((await migrationsSeen(db)) > known) throw new ServerUnusable(SERVER_FAULTS.newerRelease())
      await migrate(drizzle(pool, { schema }), { migrationsFolder: making.migrations })
      return await markOf(client, demo)
    } finally {
      await client.query('select pg_advisory_unlock($1)', [CHANGING_TABLES])
    }
  })
}

/** A database on a server, and what may be done with all of it. */
export interface OpenServer extends OpenDatabase {
  /** Puts the rows of an embedded database in the place of all that are here. */
  takeFrom(taken: Taken): Promise<Copied>
  /** Copies all rows into an embedded database of its own. */
  giveTo(folder: string): Promise<Copied>
  /** Nobody has written anything here yet. */
  isEmpty(): Promise<boolean>
}

/** An embedded database, and the shop it is of. */
export interface Taken {
  readonly folder: string
  readonly shopId: string
}

const READS_ONE_MOMENT = 'begin isolation level repeatable read read only'

async function atOneMoment<Answer>(
  client: pg.ClientBase,
  work: (sql: Sql) => Promise<Answer>,
): Promise<Answer> {
  await client.query(READS_ONE_MOMENT)
  try {
    return await work(within(sqlOf(client)))
  } finally {
    await client.query('commit')
  }
}

/** Reads the records on a server as they are at one moment, over a connection of its own. */
export async function readServer<Answer>(
  url: string,
  work: (sql: Sql) => Promise<Answer>,
): Promise<Answer> {
  const client = new pg.Client(settingsFor(url))
  outlives(client)
  await client.connect()
  try {
    return await atOneMoment(client, work)
  } finally {
    await client.end()
  }
}

async function copyOut(pool: pg.Pool, making: Making, folder: string): Promise<Copied> {
  await createDatabase(folder, making.migrations, making.template)
  const to = await PGlite.create(folder)
  try {
    return await overOne(pool, (client) => atOneMoment(client, (from) => copyRows(from, to)))
  } finally {
    await to.close()
  }
}

async function copyIn(pool: pg.Pool, making: Making, { folder, shopId }: Taken): Promise<Copied> {
  const from = await PGlite.create(folder)
  try {
    // One of an earlier release is carried on first.
    await migrateEmbedded(drizzleEmbedded(from), { migrationsFolder: making.migrations })
    return await overOne(pool, (client) =>
      sqlOf(client).transaction(async (tx) => {
        await emptyTables(tx)
        await tx.query('update anklet.mark set shop_id = $1', [shopId])
        return copyRows(from, within(tx))
      }),
    )
  } finally {
    await from.close()
  }
}

/**
 * Opens the shop's records on a PostgreSQL server, making the tables where there are none.
 * @throws {ServerUnusable} with what keeps it from being opened.
 */
export async function openServer(
  url: string,
  making: Making,
  { demo = false }: { readonly demo?: boolean } = {},
): Promise<OpenServer> {
  const pool = new pg.Pool({
    ...settingsFor(url),
    max: MOST_CONNECTIONS,
    statement_timeout: STATEMENT_MS,
  })
  // A connection that breaks while nobody uses it is replaced.
  pool.on('error', () => undefined)
  pool.on('connect', outlives)
  planAgain(pool)
  const db = drizzle(pool, { schema }) as unknown as Database
  let mark: Mark
  try {
    mark = await bringUp(pool, db, making, demo)
  } catch (error) {
    await pool.end()
    if (error instanceof ServerUnusable) throw error
    throw new ServerUnusable(SERVER_FAULTS.unusable(reasonOf(error)))
  }
  const standing = new Standing(settingsFor(url))
  await standing.begin()
  return {
    db,
    kind: 'postgresql',
    marker: { ...mark, migrations: countMigrations(making.migrations) },
    wire: standing,
    leads: () => standing.leads,
    copyTo: async (folder) => void (await copyOut(pool, making, folder)),
    giveTo: (folder) => copyOut(pool, making, folder),
    isEmpty: async () => (await pool.query('select 1 from command limit 1')).rows.length === 0,
    takeFrom: (taken) => copyIn(pool, making, taken),
    noteBackupFolder: () => undefined,
    close: async () => {
      await standing.end()
      await pool.end()
    },
  }
}
