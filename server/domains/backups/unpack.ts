import { BACKUP_FAULTS } from '@anklet/language/problems/backups'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import type { Making } from '../../store/database.ts'
import { countMigrations } from '../../store/database.ts'
import { syncTree } from '../../store/durableFolder.ts'
import type { Checksums, Entry, Manifest } from './archive.ts'
import { ArchiveFaulty, ENTRY, entriesOf, manifestIn, notABackup, tooNew } from './archive.ts'
import { evenly } from './evenly.ts'
import type { Pace } from '../../store/tables.ts'
import {
  atFullSpeed,
  countRows,
  setCounters,
  sumTable,
  tablesInOrder,
  writeLines,
  writePhoto,
} from '../../store/tables.ts'

/** Makes an empty database as a backup's release had it. */
async function emptyDatabase(folder: string, seen: number, making: Making): Promise<PGlite> {
  rmSync(folder, { recursive: true, force: true })
  const known = countMigrations(making.migrations)
  if (seen === known && making.template && existsSync(making.template)) {
    cpSync(making.template, folder, { recursive: true })
    return PGlite.create(folder)
  }
  mkdirSync(folder, { recursive: true })
  const db = await PGlite.create(folder)
  const some = `${folder}.migrations`
  cpSync(making.migrations, some, { recursive: true })
  const path = join(some, 'meta/_journal.json')
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: unknown[] }
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, seen) }))
  await migrate(drizzle(db), { migrationsFolder: some })
  rmSync(some, { recursive: true })
  return db
}

/** Puts an entry back. @returns how much it was, bytes */
async function putBack(db: PGlite, { name, read }: Entry): Promise<number> {
  const [kind, rest = ''] = name.split('/')
  const content = await read()
  if (kind === 'tables') await writeLines(db, rest, content.toString())
  if (kind === 'photos') await writePhoto(db, 'picture', rest, content)
  if (kind === 'thumbnails') await writePhoto(db, 'small', rest, content)
  return content.length
}

/** Which table is not as it was; null: all are. */
async function differing(
  db: PGlite,
  { rows }: Manifest,
  checksums: Checksums,
  pace: Pace,
): Promise<string | null> {
  const tables = await tablesInOrder(db)
  const counts = await countRows(db, tables)
  for (const table of tables) {
    if (counts[table] !== rows[table]) return table
    if ((await sumTable(db, table, pace)) !== checksums[table]) return table
  }
  return Object.keys(rows).find((table) => !tables.includes(table)) ?? null
}

async function putAllBack(
  file: string,
  folder: string,
  making: Making,
  pace: Pace,
): Promise<{ db: PGlite; manifest: Manifest; checksums: Checksums }> {
  let manifest: Manifest | null = null
  let checksums: Checksums | null = null
  let db: PGlite | null = null
  const wrote = evenly(() => syncTree(folder))
  try {
    for await (const entry of entriesOf(file)) {
      if (!manifest) {
        if (entry.name !== ENTRY.manifest) throw notABackup()
        manifest = manifestIn(await entry.read())
        if (manifest.migrations > countMigrations(making.migrations)) throw tooNew()
        db = await emptyDatabase(folder, manifest.migrations, making)
      } else if (entry.name === ENTRY.checksums)
        checksums = JSON.parse((await entry.read()).toString()) as Checksums
      else wrote(await putBack(db!, entry))
      await pace()
    }
    if (!manifest || !checksums) throw new ArchiveFaulty(BACKUP_FAULTS.endsInTheMiddle())
    return { db: db!, manifest, checksums }
  } catch (error) {
    await db?.close()
    throw error
  }
}

/**
 * Puts an archive back into a database folder of its own and compares it with what the archive says
 * of itself, row by row and picture by picture.
 * @param pace asked before more is put back or compared
 * @throws {ArchiveFaulty} where the file is not a backup, not a whole one, or not as it was written.
 */
export async function unpackDatabase(
  file: string,
  folder: string,
  making: Making,
  pace: Pace = atFullSpeed,
): Promise<Manifest> {
  const { db, manifest, checksums } = await putAllBack(file, folder, making, pace)
  try {
    const table = await differing(db, manifest, checksums, pace)
    if (table !== null) throw new ArchiveFaulty(BACKUP_FAULTS.damaged(table))
    await setCounters(db)
    await db.exec('checkpoint')
  } finally {
    await db.close()
  }
  return manifest
}
