import { existsSync, mkdirSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { MOVING } from '@anklet/language/problems/serverFaults'
import { BESIDE } from './beside.ts'
import type { Making } from './database.ts'
import { lockFolder } from './lock.ts'
import { MARKER_FORMAT, readMarker, writeMarker } from './marker.ts'
import { POSTGRES } from './folder.ts'
import type { OpenServer } from './server.ts'
import { openServer } from './server.ts'
import { ServerUnusable } from './serverUnusable.ts'
import type { Copied } from './transfer.ts'

/** Which way a shop is moved: into the database server, or back into the folder. */
export type Direction = 'toServer' | 'toFolder'

interface Moving {
  readonly data: string
  readonly url: string
  readonly direction: Direction
  /** Where migrations and the empty database lie; left out: beside the built program. */
  readonly making?: Making
}

async function toServer(server: OpenServer, data: string): Promise<Copied> {
  const folder = join(data, 'db')
  const marker = readMarker(data)
  if (!existsSync(folder) || marker === null || marker === 'unreadable')
    throw new ServerUnusable(MOVING.nothing())
  if (!(await server.isEmpty())) throw new ServerUnusable(MOVING.notEmpty())
  return server.takeFrom({ folder, shopId: marker.shopId })
}

async function toFolder(server: OpenServer, data: string): Promise<Copied> {
  if (await server.isEmpty()) throw new ServerUnusable(MOVING.nothing())
  const folder = join(data, 'db')
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new ServerUnusable(MOVING.notEmpty())
  mkdirSync(data, { recursive: true })
  const copied = await server.giveTo(folder)
  writeMarker(data, {
    format: MARKER_FORMAT,
    ...server.marker,
    postgres: POSTGRES,
    wholeAt: new Date().toISOString(),
    files: null,
    backupFolder: null,
  })
  return copied
}

/**
 * Moves a shop between an embedded database and a server, every row and picture counted and summed
 * on both sides. Where it came from stays as it was.
 * @returns rows of each table.
 * @throws {FolderInUse} while Anklet runs on the folder; {ServerUnusable}, {CopyDiffers}.
 */
export async function moveShop({ data, url, direction, making = BESIDE }: Moving): Promise<Copied> {
  const unlock = await lockFolder(data)
  try {
    const server = await openServer(url, making)
    try {
      return await (direction === 'toServer' ? toServer(server, data) : toFolder(server, data))
    } finally {
      await server.close()
    }
  } finally {
    unlock()
  }
}

export { MOVING }
