import { RESTORING } from '@anklet/language/problems/backups'
import { rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { BESIDE } from '../../store/beside.ts'
import { lockFolder } from '../../store/lock.ts'
import { requirePlace } from '../../store/database.ts'
import { readMarker } from '../../store/marker.ts'
import { replaceDatabase } from '../../store/replace.ts'
import { readManifest } from './archive.ts'
import { doTask } from './tasks.ts'

/**
 * Puts a backup back while no server runs, and tells what it replaces before it begins.
 * @param tell says a line.
 * @throws {FolderInUse}, {FolderUnusable}, {ArchiveFaulty}; the present records are unchanged then.
 */
export async function restore(
  file: string,
  data: string,
  tell: (line: string) => void,
): Promise<void> {
  const path = resolve(file)
  const { madeAt, shopName, rows } = await readManifest(path)
  requirePlace(data)
  const unlock = await lockFolder(data)
  try {
    const counted = (['job', 'round', 'photo'] as const).map(
      (name) => `${rows[name] ?? 0} ${name}s`,
    )
    tell(`Backup of "${shopName}" of ${madeAt}: ${counted.join(', ')}.`)
    const marker = readMarker(data)
    tell(
      marker && marker !== 'unreadable'
        ? RESTORING.replaces(data, marker.wholeAt)
        : RESTORING.goesInto(data),
    )
    const folder = join(data, 'db.restoring')
    rmSync(folder, { recursive: true, force: true })
    const { manifest } = await doTask({ kind: 'restore', file: path, folder, making: BESIDE })
    const kept = replaceDatabase(data, folder, manifest)
    tell(RESTORING.done())
    if (kept !== null) tell(RESTORING.keptIn(join(data, kept)))
  } finally {
    unlock()
  }
}
