import { rmSync, statSync } from 'node:fs'
import { PGlite } from '@electric-sql/pglite'
import type { Making } from '../../store/database.ts'
import { syncTree } from '../../store/durableFolder.ts'
import type { Manifest } from './archive.ts'
import type { About } from './pack.ts'
import { packDatabase } from './pack.ts'
import { unpackDatabase } from './unpack.ts'

/** What is done beside the server, so that nobody waits for it. */
export type Task =
  | {
      readonly kind: 'make'
      /** A copy of the database, removed when it is packed. */
      readonly copy: string
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

async function make({
  copy,
  scratch,
  file,
  about,
  making,
}: Task & { kind: 'make' }): Promise<Done> {
  try {
    const db = await PGlite.create(copy)
    try {
      await packDatabase(db, about, file)
    } finally {
      await db.close()
    }
    rmSync(copy, { recursive: true, force: true })
    const manifest = await unpackDatabase(file, scratch, making)
    return { manifest, bytes: statSync(file).size }
  } finally {
    for (const folder of [copy, scratch]) rmSync(folder, { recursive: true, force: true })
  }
}

/** Does a task. @throws {ArchiveFaulty} and what the disk refuses. */
export async function doTask(task: Task): Promise<Done> {
  if (task.kind === 'make') return make(task)
  const manifest = await unpackDatabase(task.file, task.folder, task.making)
  syncTree(task.folder)
  return { manifest, bytes: statSync(task.file).size }
}
