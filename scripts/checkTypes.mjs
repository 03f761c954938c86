// Type checks everything: one program for what runs in Node, one for the page, side by side.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { root } from './install.mjs'

const PROGRAMS = [
  { name: 'node', project: '.' },
  { name: 'web', project: 'web' },
]
const tsc = join(root, 'node_modules/typescript/bin/tsc')

function check({ name, project }) {
  const buildInfo = join(root, 'node_modules/.cache', `${name}.tsbuildinfo`)
  const args = [tsc, '-p', project, '--incremental', '--tsBuildInfoFile', buildInfo]
  const child = spawn(process.execPath, args, { stdio: 'inherit', cwd: root })
  return new Promise((done) => child.once('exit', done))
}

const statuses = await Promise.all(PROGRAMS.map(check))
process.exit(statuses.every((status) => status === 0) ? 0 : 1)
