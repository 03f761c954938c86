import { fileURLToPath } from 'node:url'
import pg from 'pg'
import type { Place } from '../store/records.ts'

export const MIGRATIONS = fileURLToPath(new URL('../store/migrations', import.meta.url))
export const TEMPLATE = fileURLToPath(new URL('../dist/template', import.meta.url))

/** A PostgreSQL server on which tests make databases of their own; left out: they are embedded. */
const TEST_SERVER = process.env['ANKLET_TEST_SERVER']

async function onServer(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: `${TEST_SERVER}/postgres` })
  await client.connect()
  await client.query(statement)
  await client.end()
}

/** Where a test keeps its records: in a folder, or in a new database of the test server. */
export async function newPlace(data: string): Promise<Place> {
  const making = { migrations: MIGRATIONS, template: TEMPLATE }
  if (TEST_SERVER === undefined) return { data, url: null, ...making }
  const name = `t_${crypto.randomUUID().replaceAll('-', '')}`
  await onServer(`create database ${name}`)
  return { data, url: `${TEST_SERVER}/${name}`, ...making }
}

/** Drops what `newPlace` made on the server. */
export async function dropPlace({ url }: Place): Promise<void> {
  if (url !== null) await onServer(`drop database ${new URL(url).pathname.slice(1)} with (force)`)
}
