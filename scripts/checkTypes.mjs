// Type checks every room by its own tsconfig.json.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { root } from './install.mjs'

const ROOMS = ['core', 'contract', 'server', 'web', 'demo', 'e2e', 'bench']
const tsc = join(root, 'node_modules/typescript/bin/tsc')
let failed = 0
for (const room of ROOMS) {
  const { status } = spawnSync(process.execPath, [tsc, '-p', join(root, room)], {
    stdio: 'inherit',
    cwd: root,
  })
  if (status !== 0) failed += 1
}
process.exit(failed > 0 ? 1 : 0)
