import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Said when another process has the data folder open. */
export class FolderInUse extends Error {
  constructor(
    readonly folder: string,
    readonly processId: number,
  ) {
    super(
      `The data folder ${folder} is open in another Anklet (process ${processId}). ` +
        'Stop that one first, or set ANKLET_DATA to another folder.',
    )
  }
}

function isAlive(processId: number): boolean {
  try {
    process.kill(processId, 0)
    return true
  } catch (error) {
    // EPERM: there is one, but it belongs to somebody else
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}

/**
 * Claims a data folder for this process.
 * @returns how to give it back.
 * @throws {FolderInUse} when a living process holds it; the lock of a dead one is taken over.
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true })
  const file = join(folder, 'anklet.lock')
  const claim = (): void => writeFileSync(file, String(process.pid), { flag: 'wx' })
  try {
    claim()
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    const holder = Number(readFileSync(file, 'utf8'))
    if (holder !== process.pid && isAlive(holder)) throw new FolderInUse(folder, holder)
    rmSync(file, { force: true })
    claim()
  }
  return () => rmSync(file, { force: true })
}
