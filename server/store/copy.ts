import { copyFile, cp, mkdir } from 'node:fs/promises'
import { dirname, join, relative } from 'node:path'

const CONTROL = join('global', 'pg_control')
const LOG = 'pg_wal'
// Belongs to the process that has the database open.
const OF_THE_PROCESS = 'postmaster.pid'

/** Copies the file that says where reading the log begins; first, so that nothing is left out. */
export async function copyControl(from: string, to: string): Promise<void> {
  await mkdir(dirname(join(to, CONTROL)), { recursive: true })
  await copyFile(join(from, CONTROL), join(to, CONTROL))
}

/** Copies everything but the log and what was copied before it. */
export async function copyFiles(from: string, to: string): Promise<void> {
  const apart = new Set([CONTROL, OF_THE_PROCESS])
  await cp(from, to, {
    recursive: true,
    filter: (path) => {
      const name = relative(from, path)
      return !apart.has(name) && !name.startsWith(join(LOG, '0'))
    },
  })
}

/** Copies the log; last, so that it tells of every page that was copied. */
export async function copyLog(from: string, to: string): Promise<void> {
  await cp(join(from, LOG), join(to, LOG), { recursive: true })
}
