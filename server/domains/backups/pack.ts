import { createWriteStream } from 'node:fs'
import { once } from 'node:events'
import type { Sql } from '../../store/sql.ts'
import type { Pack } from 'tar-stream'
import { pack as newPack } from 'tar-stream'
import type { Checksums, Manifest } from './archive.ts'
import { ARCHIVE_FORMAT, ENTRY } from './archive.ts'
import { syncPath } from '../../store/durableFolder.ts'
import { evenly } from './evenly.ts'
import type { Pace } from '../../store/tables.ts'
import { atFullSpeed, countRows, readTable, tablesInOrder } from '../../store/tables.ts'

/** What an archive says of itself besides its rows. */
export type About = Pick<Manifest, 'madeAt' | 'release' | 'migrations' | 'shopId'>

const addEntry = (tar: Pack, name: string, content: string | Uint8Array): Promise<void> =>
  new Promise((done, failed) => {
    const bytes = Buffer.from(content as Uint8Array)
    tar.entry({ name, size: bytes.length }, bytes, (error) => (error ? failed(error) : done()))
  })

async function addTables(
  tar: Pack,
  db: Sql,
  tables: readonly string[],
  { wrote, pace }: { readonly pace: Pace; wrote(bytes: number): void },
): Promise<Checksums> {
  const checksums: Record<string, string> = {}
  for (const table of tables) {
    let parts = 0
    checksums[table] = await readTable(db, table, {
      lines: async (part) => {
        await addEntry(tar, ENTRY.table(table, (parts += 1)), part)
        wrote(part.length)
      },
      photo: async ({ id, picture, small }) => {
        await addEntry(tar, ENTRY.photo(id), picture)
        if (small) await addEntry(tar, ENTRY.thumbnail(id), small)
        wrote(picture.length)
      },
      pace,
    })
  }
  return checksums
}

/**
 * Writes a database into an archive, in constant memory.
 * @param pace asked before more is read
 * @returns what it says of itself, and its checksums.
 */
export async function packDatabase(
  db: Sql,
  about: About,
  file: string,
  pace: Pace = atFullSpeed,
): Promise<{ readonly manifest: Manifest; readonly checksums: Checksums }> {
  const tables = await tablesInOrder(db)
  const { rows: shops } = await db.query<{ name: string }>('select name from shop')
  const manifest: Manifest = {
    format: 'anklet-backup',
    formatVersion: ARCHIVE_FORMAT,
    ...about,
    shopName: shops[0]?.name ?? '',
    rows: await countRows(db, tables),
  }
  const tar = newPack()
  const out = createWriteStream(file, { flush: true })
  const written = once(out, 'close')
  tar.once('error', (error) => out.destroy(error))
  tar.pipe(out)
  await addEntry(tar, ENTRY.manifest, JSON.stringify(manifest, null, 2))
  const wrote = evenly(() => syncPath(file))
  const checksums = await addTables(tar, db, tables, { wrote, pace })
  await addEntry(tar, ENTRY.checksums, JSON.stringify(checksums, null, 2))
  tar.finalize()
  await written
  return { manifest, checksums }
}
