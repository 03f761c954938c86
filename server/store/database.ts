import { existsSync, readFileSync, renameSync, statSync } from 'node:fs'
import { cp, mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import type { PgliteDatabase } from 'drizzle-orm/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { Client } from './client.ts'
import { syncPath, syncTree } from './durableFolder.ts'
import type { FolderFault, FolderStory } from '@anklet/language/problems/folderFaults'
import { folderSentence } from '@anklet/language/problems/folderFaults'
import {
  backupFolderOf,
  backupsIn,
  growingFiles,
  inspectFolder,
  placeFault,
  POSTGRES,
} from './folder.ts'
import type { Marker } from './marker.ts'
import { MARKER_FORMAT, writeMarker } from './marker.ts'
import * as schema from './schema.ts'

/** The shop's records: embedded, or on a server, which is spoken to in the same way. */
export type Database = PgliteDatabase<typeof schema>
/** The records inside one transaction. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** What an empty database is made from. */
export interface Making {
  /** Folder of the migrations. */
  readonly migrations: string
  /** A finished empty database with all migrations; null: one is initialised. */
  readonly template: string | null
}

/** What processes tell each other about: what was written, and what devices are asked and tell. */
export type Topic = 'changes' | 'devices'

/** How the processes that share one database tell each other. */
export interface Wire {
  /** Tells every other process. */
  tell(topic: Topic, words: string): Promise<void>
  /** Hears what the others tell; one listener a topic. */
  hear(topic: Topic, listener: (words: string) => void): void
}

/** An opened database and how to close it. */
export interface OpenDatabase {
  readonly db: Database
  readonly kind: 'pglite' | 'postgresql'
  /** To the other processes on the same database; null: there can be none. */
  readonly wire: Wire | null
  /** Whether this process does what exactly one of them does: what the clock asks for. */
  leads(): boolean
  /** What stands beside it about it. */
  readonly marker: Pick<Marker, 'shopId' | 'demo' | 'migrations'>
  /** Copies the database into a folder of its own, as it is at one moment, while others work. */
  copyTo(folder: string): Promise<void>
  /** Notes beside the database where its backups go; null: where they usually do. */
  noteBackupFolder(folder: string | null): void
  close(): Promise<void>
}

/** Said when a data folder is not opened, so that nothing in it is changed. */
export class FolderUnusable extends Error {
  constructor(story: FolderStory) {
    super(folderSentence(story))
  }
}

/** How many migrations a folder of them holds. */
export function countMigrations(folder: string): number {
  const journal = readFileSync(join(folder, 'meta/_journal.json'), 'utf8')
  return (JSON.parse(journal) as { entries: unknown[] }).entries.length
}

/**
 * Makes a database folder with all tables and no records.
 * A kill or a power cut on the way leaves only a folder with another name, which the next start
 * throws away.
 * @param template a finished empty database to copy (a twentieth of the time); null: initialise from nothing.
 */
export async function createDatabase(
  folder: string,
  migrationsFolder: string,
  template: string | null,
): Promise<void> {
  const unfinished = `${folder}.unfinished`
  await rm(unfinished, { recursive: true, force: true })
  if (template && existsSync(template)) await cp(template, unfinished, { recursive: true })
  else {
    await mkdir(unfinished, { recursive: true })
    const client = await Client.open(unfinished)
    await migrate(drizzle(client, { schema }), { migrationsFolder })
    await client.close()
  }
  syncTree(unfinished)
  renameSync(unfinished, folder)
  syncPath(join(folder, '..'))
}

/** How many migrations a database has seen. */
export async function migrationsSeen(db: Database): Promise<number> {
  const table = await db.execute<{ name: string | null }>(
    sql`select to_regclass('drizzle.__drizzle_migrations')::text as name`,
  )
  if (!table.rows[0]?.name) return 0
  const { rows } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from drizzle.__drizzle_migrations`,
  )
  return rows[0]!.n
}

// PostgreSQL finds a table's missing file only when the table is read, and takes it for an empty one
// when it is written.
async function missingFile(db: Database, folder: string): Promise<string | null> {
  const { rows } = await db.execute<{ path: string }>(
    sql`select pg_relation_filepath(oid) as path from pg_class where relkind in ('r', 'i', 't', 'S')`,
  )
  return rows.find(({ path }) => path && !existsSync(join(folder, path)))?.path ?? null
}

/** What the opening of a data folder may be told. */
export interface Opening {
  /** A finished empty database to copy where there is none; null: one is initialised. */
  readonly template?: string | null
  /** A new shop is the demo scenario's. */
  readonly demo?: boolean
  /** Told when the database has ended itself. */
  readonly broken?: (why: string) => void
}

const newMarker = (migrations: number, demo: boolean): Marker => ({
  format: MARKER_FORMAT,
  shopId: crypto.randomUUID(),
  demo,
  postgres: POSTGRES,
  migrations,
  wholeAt: new Date().toISOString(),
  files: null,
  backupFolder: null,
})

/** Keeps the marker of a data folder up to date with its database. */
class Marking {
  constructor(
    private readonly dataFolder: string,
    private marker: Marker,
  ) {}

  get now(): Marker {
    return this.marker
  }

  write(changes: Partial<Marker>): void {
    this.marker = { ...this.marker, ...changes }
    writeMarker(this.dataFolder, this.marker)
  }

  /** All data files are on the disk as they are now. */
  whole(): void {
    const files = growingFiles(join(this.dataFolder, 'db'))
    this.write({ wholeAt: new Date().toISOString(), files })
  }
}

async function carryOn(db: Database, migrationsFolder: string, marking: Marking): Promise<void> {
  marking.write({ files: null })
  await migrate(db, { migrationsFolder })
}

const isDirectory = (path: string): boolean => existsSync(path) && statSync(path).isDirectory()

/** A data folder that is not opened, as its story. */
export function unusable(dataFolder: string, fault: FolderFault): FolderUnusable {
  const folder = isDirectory(dataFolder) ? backupFolderOf(dataFolder) : dataFolder
  const newest = isDirectory(folder) ? backupsIn(folder).at(-1) : undefined
  return new FolderUnusable({
    folder: dataFolder,
    fault,
    newestBackup: newest === undefined ? null : join(folder, newest),
  })
}

/** @throws {FolderUnusable} where no records can be kept at all. */
export function requirePlace(dataFolder: string): void {
  const fault = placeFault(dataFolder)
  if (fault) throw unusable(dataFolder, fault)
}

async function openClient(
  dataFolder: string,
  marking: Marking,
  broken: Opening['broken'],
): Promise<Client> {
  try {
    return await Client.open(join(dataFolder, 'db'), {
      whole: () => marking.whole(),
      ...(broken ? { broken } : {}),
    })
  } catch (error) {
    const said = (error instanceof Error ? error.message : String(error)).split('\n')[0]!
    throw unusable(dataFolder, { fault: 'unopened', said, wholeAt: marking.now.wholeAt })
  }
}

/**
 * Opens the shop's records in a data folder, making them first where there are none, and brings
 * them up to date.
 * @throws {FolderUnusable} where the folder is not what it should be; nothing of it is changed then.
 */
export async function openDatabase(
  dataFolder: string,
  migrationsFolder: string,
  { template = null, demo = false, broken }: Opening = {},
): Promise<OpenDatabase> {
  const known = countMigrations(migrationsFolder)
  const found = inspectFolder(dataFolder, known)
  if (!found.ok) throw unusable(dataFolder, found.error)
  await mkdir(dataFolder, { recursive: true })
  const folder = join(dataFolder, 'db')
  const { shop, marker } = found.value
  if (!shop) await createDatabase(folder, migrationsFolder, template)
  const marking = new Marking(dataFolder, marker ?? newMarker(known, demo && !shop))
  const client = await openClient(dataFolder, marking, broken)
  const db = drizzle(client, { schema })
  const refuse = async (fault: FolderFault): Promise<never> => {
    await client.close()
    throw unusable(dataFolder, fault)
  }
  const seen = await migrationsSeen(db)
  if (seen > known) return refuse({ fault: 'newerRelease' })
  const file = await missingFile(db, folder)
  if (file) return refuse({ fault: 'fileMissing', file, wholeAt: marking.now.wholeAt })
  if (seen < known) await carryOn(db, migrationsFolder, marking)
  if (marking.now.files === null) {
    marking.write({ migrations: known })
    await client.checkpoint()
  }
  return {
    db,
    kind: 'pglite',
    wire: null,
    leads: () => true,
    marker: marking.now,
    copyTo: (to) => client.copyTo(to),
    noteBackupFolder: (backupFolder) => {
      if (marking.now.backupFolder !== backupFolder) marking.write({ backupFolder })
    },
    close: async () => {
      await client.checkpoint()
      await client.close()
    },
  }
}
