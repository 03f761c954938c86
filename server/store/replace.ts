import { existsSync, renameSync } from 'node:fs'
import { join } from 'node:path'
import { syncPath } from './durableFolder.ts'
import { POSTGRES } from './folder.ts'
import type { Marker } from './marker.ts'
import { MARKER_FORMAT, readMarker, writeMarker } from './marker.ts'

/**
 * Puts a database that was restored beside the present one in its place. The present one is kept
 * under another name.
 * @returns the name it is kept under; null: there was none.
 */
export function replaceDatabase(
  dataFolder: string,
  restored: string,
  { shopId, migrations }: Pick<Marker, 'shopId' | 'migrations'>,
): string | null {
  const before = readMarker(dataFolder)
  const settled = before === 'unreadable' ? null : before
  const present = join(dataFolder, 'db')
  const now = new Date().toISOString()
  const kept = `db.replaced-${now.replaceAll(/[:.]/g, '-')}`
  const isThere = existsSync(present)
  if (isThere) renameSync(present, join(dataFolder, kept))
  renameSync(restored, present)
  syncPath(dataFolder)
  writeMarker(dataFolder, {
    format: MARKER_FORMAT,
    shopId,
    demo: settled?.demo ?? false,
    postgres: POSTGRES,
    migrations,
    wholeAt: now,
    files: null,
    backupFolder: settled?.backupFolder ?? null,
  })
  return isThere ? kept : null
}
