import { mkdirSync } from 'node:fs'
import type { Making, OpenDatabase, Opening } from './database.ts'
import { openDatabase, requirePlace } from './database.ts'
import { lockFolder } from './lock.ts'

/** Where a shop's records are. */
export interface Place extends Making {
  /** Folder of the records, or of what stands beside them where they are on a server. */
  readonly data: string
  /** Address of a PostgreSQL server; null: they are in the folder. */
  readonly url: string | null
}

/**
 * Claims the place of a shop's records for this process, where only one may have it.
 * @returns what gives it back.
 * @throws {FolderInUse}, {FolderUnusable}
 */
export async function claimPlace({ data, url }: Pick<Place, 'data' | 'url'>): Promise<() => void> {
  if (url === null) {
    requirePlace(data)
    return lockFolder(data)
  }
  // Several processes share a server, and perhaps this folder.
  mkdirSync(data, { recursive: true })
  return () => undefined
}

/** Opens a shop's records. @throws {FolderUnusable}, {ServerUnusable} */
export async function openRecords(
  { data, url, migrations, template }: Place,
  { demo = false, broken }: Pick<Opening, 'demo' | 'broken'> = {},
): Promise<OpenDatabase> {
  if (url === null)
    return openDatabase(data, migrations, { template, demo, ...(broken ? { broken } : {}) })
  // What speaks to a server is loaded where there is one.
  const { openServer } = await import('./server.ts')
  return openServer(url, { migrations, template }, { demo })
}
