import { BACKUP_FAULTS } from '@anklet/language/problems/backups'
import { createReadStream } from 'node:fs'
import { extract } from 'tar-stream'

/** Version of the archive that this release writes; it reads every version up to this one. */
export const ARCHIVE_FORMAT = 1
/** Ending of a backup's file name. */
export const ARCHIVE_ENDING = '.anklet'

/** First entry of an archive: what it is of. */
export interface Manifest {
  readonly format: 'anklet-backup'
  readonly formatVersion: number
  /** The moment whose records it holds; ISO 8601. */
  readonly madeAt: string
  /** Release of Anklet that wrote it. */
  readonly release: string
  /** How many migrations its tables have seen. */
  readonly migrations: number
  readonly shopId: string
  readonly shopName: string
  /** Rows of each table, in the order in which they can be put back. */
  readonly rows: Readonly<Record<string, number>>
}

/** Last entry: SHA-256 of each table's rows, pictures included, in the order of their keys. */
export type Checksums = Readonly<Record<string, string>>

/** Names of the entries. */
export const ENTRY = {
  manifest: 'manifest.json',
  checksums: 'checksums.json',
  table: (table: string, part: number) => `tables/${table}/${String(part).padStart(6, '0')}.jsonl`,
  photo: (id: string) => `photos/${id}`,
  thumbnail: (id: string) => `thumbnails/${id}`,
} as const

/** Said when a file is not a backup, or not a whole one. */
export class ArchiveFaulty extends Error {}

/** A file that is something else. */
export const notABackup = (): ArchiveFaulty => new ArchiveFaulty(BACKUP_FAULTS.notABackup())
/** A backup in a way that this release does not know yet. */
export const tooNew = (): ArchiveFaulty => new ArchiveFaulty(BACKUP_FAULTS.tooNew())

const unreadable = (error: unknown): ArchiveFaulty => {
  const said = error instanceof Error ? error.message : String(error)
  return new ArchiveFaulty(BACKUP_FAULTS.unreadable(said))
}

async function whole(stream: AsyncIterable<unknown>): Promise<Buffer> {
  const parts: Buffer[] = []
  try {
    for await (const part of stream) parts.push(part as Buffer)
  } catch (error) {
    throw unreadable(error)
  }
  return Buffer.concat(parts)
}

/** Nothing a backup is made of is nearly as large: some rows of a table, a picture. Bytes. */
const LARGEST_ENTRY = 64 * 1024 * 1024

/** An entry as it comes by; its content is read before the next one is asked for. */
export interface Entry {
  readonly name: string
  read(): Promise<Buffer>
}

/**
 * The entries of an archive, one after another, in constant memory.
 * @throws {ArchiveFaulty} where the file is no archive, ends in the middle, or holds what no backup does.
 */
export async function* entriesOf(file: string): AsyncGenerator<Entry> {
  const tar = extract()
  const source = createReadStream(file)
  source.once('error', (error) => tar.destroy(error))
  source.pipe(tar)
  try {
    for await (const stream of tar) {
      let isRead = false
      // It would be held in memory.
      if ((stream.header.size ?? 0) > LARGEST_ENTRY) throw notABackup()
      yield {
        name: stream.header.name,
        read: () => {
          isRead = true
          return whole(stream)
        },
      }
      if (!isRead) stream.resume()
    }
  } catch (error) {
    throw error instanceof ArchiveFaulty ? error : unreadable(error)
  } finally {
    source.destroy()
  }
}

const isManifest = (value: unknown): value is Manifest => {
  const manifest = value as Partial<Manifest> | null
  return (
    manifest?.format === 'anklet-backup' &&
    typeof manifest.formatVersion === 'number' &&
    typeof manifest.madeAt === 'string' &&
    typeof manifest.migrations === 'number' &&
    typeof manifest.shopId === 'string' &&
    typeof manifest.rows === 'object'
  )
}

/** The content of a first entry. @throws {ArchiveFaulty} */
export function manifestIn(content: Buffer): Manifest {
  let value: unknown = null
  try {
    value = JSON.parse(content.toString())
  } catch {
    // Not JSON, so not a manifest.
  }
  if (!isManifest(value)) throw notABackup()
  if (value.formatVersion > ARCHIVE_FORMAT) throw tooNew()
  return value
}

/** What an archive is of, without reading the rest. @throws {ArchiveFaulty} */
export async function readManifest(file: string): Promise<Manifest> {
  for await (const { name, read } of entriesOf(file)) {
    if (name !== ENTRY.manifest) break
    return manifestIn(await read())
  }
  throw notABackup()
}
