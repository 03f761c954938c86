// Runs a tool of tools/, which is installed only then: a start of Anklet or of its tests needs none.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureInstalled, root } from './install.mjs'

const [name, ...args] = process.argv.slice(2)
if (!name) throw new Error('Which tool? For example: node scripts/tool.mjs stryker run')

ensureInstalled()
ensureInstalled(join(root, 'tools'))
const program = join(root, 'tools/node_modules/.bin', name)
const { status } = spawnSync(program, args, { cwd: root, stdio: 'inherit' })
process.exit(status ?? 1)
