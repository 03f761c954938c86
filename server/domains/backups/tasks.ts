import { rmSync, statSync } from 'node:fs'
import { PGlite } from '@electric-sql/pglite'
import type { Making } from '../../store/database.ts'
import { syncTree } from '../../store/durableFolder.ts'
import type { Pace } from '../../store/tables.ts'
import type { Manifest } from './archive.ts'
import type { About } from './pack.ts'
import { unhurried } from './pace.ts'
import { packDatabase } from './pack.ts'
import { unpackDatabase } from './unpack.ts'

/** What is done beside the server, so that nobody waits for it. */
export type Task =
  | {
      readonly kind: 'make'
      /** A copy of an embedded database, removed when it is packed; null: read from its server. */
      readonly copy: string | null
      /** A folder to put the archive back into, removed when it is compared. */
      readonly scratch: string
      readonly file: string
      readonly about: About
      readonly making: Making
    }
  | {
      readonly kind: 'restore'
      readonly file: string
      readonly folder: string
      readonly making: Making
    }

/** What came of a task. */
export interface Done {
  readonly manifest: Manifest
  readonly bytes: number
}

async function packCopy(copy: string, about: About, file: string, pace: Pace): Promise<void> {
  const db = await PGlite.create(copy)
  try {
    await packDatabase(db, about, file, pace)
  } finally {
    await db.close()
  }
  rmSync(copy, { recursive: true, force: true })
}

async function make(
  { copy, scratch, file, about, making }: Task & { kind: 'make' },
  database: string | null,
): Promise<Done> {
  // People work meanwhile, and nobody waits for it.
  const pace = unhurried()
  try {
    if (copy !== null) await packCopy(copy, about, file, pace)
    else {
      const { readServer } = await import('../../store/server.ts')
      await readServer(database ?? '', (sql) => packDatabase(sql, about, file, pace))
    }
    const manifest = await unpackDatabase(file, scratch, making, pace)
    return { manifest, bytes: statSync(file).size }
  } finally {
    for (const folder of [copy, scratch])
      if (folder !== null) rmSync(folder, { recursive: true, force: true })
  }
}

/**
 * Does a task.
 * @param database address of the server that holds the records; null: they are embedded
 * @throws {ArchiveFaulty} and what the disk refuses.
 */
export async function doTask(task: Task, database: string | null = null): Promise<Done> {
  if (task.kind === 'make') return make(task, database)
  const manifest = await unpackDatabase(task.file, task.folder, task.making)
  syncTree(task.folder)
  return { manifest, bytes: statSync(task.file).size }
}
