// Installs what package-lock.json asks for, when that is not what is there. Plain Node: it runs
// before anything is installed.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))

export function ensureInstalled(folder = root) {
  const stamp = join(folder, 'node_modules', '.anklet-lock')
  const wanted = createHash('sha256')
    .update(readFileSync(join(folder, 'package-lock.json')))
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  console.log('Installing packages …')
  // Versions are pinned and checked by their sums: what npm knows of them already need not be asked anew.
  const args = ['ci', '--prefer-offline', '--no-fund', '--no-audit', '--loglevel=error']
  const { status } = spawnSync('npm', args, {
    cwd: folder,
    stdio: ['ignore', 'inherit', 'inherit'],
    shell: process.platform === 'win32',
  })
  if (status !== 0) throw new Error('npm ci failed: see above.')
  writeFileSync(stamp, wanted)
}
