import { cp, mkdir, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { PgliteDatabase } from 'drizzle-orm/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { Client } from './client.ts'
import * as schema from './schema.ts'

/** The shop's records. */
export type Database = PgliteDatabase<typeof schema>
/** The records inside one transaction. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** An opened database and how to close it. */
export interface OpenDatabase {
  readonly db: Database
  close(): Promise<void>
}

const exists = (path: string): Promise<boolean> =>
  stat(path).then(
    () => true,
    () => false,
  )

async function openFolder(folder: string, migrationsFolder: string): Promise<OpenDatabase> {
  const client = await Client.open(folder)
  const db = drizzle(client, { schema })
  await migrate(db, { migrationsFolder })
  return { db, close: () => client.close() }
}

/**
 * Makes a database folder with all tables and no records.
 * A kill on the way leaves only a folder with another name, which the next start throws away.
 * @param template a finished empty database to copy (a twentieth of the time); null: initialise from nothing.
 */
export async function createDatabase(
  folder: string,
  migrationsFolder: string,
  template: string | null,
): Promise<void> {
  const unfinished = `${folder}.unfinished`
  await rm(unfinished, { recursive: true, force: true })
  if (template && (await exists(template))) await cp(template, unfinished, { recursive: true })
  else {
    await mkdir(unfinished, { recursive: true })
    const opened = await openFolder(unfinished, migrationsFolder)
    await opened.close()
  }
  await rename(unfinished, folder)
}

/** Opens the shop's records in a data folder, making them first where there are none, and brings them up to date. */
export async function openDatabase(
  dataFolder: string,
  migrationsFolder: string,
  template: string | null = null,
): Promise<OpenDatabase> {
  await mkdir(dataFolder, { recursive: true })
  const folder = join(dataFolder, 'db')
  if (!(await exists(folder))) await createDatabase(folder, migrationsFolder, template)
  return openFolder(folder, migrationsFolder)
}
