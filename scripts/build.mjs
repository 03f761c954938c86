// Builds the server and the interface into server/dist and web/dist, unless they are newer than
// what they are made from.
import { createHash } from 'node:crypto'
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join, relative } from 'node:path'
import { spawn } from 'node:child_process'
import { pathToFileURL } from 'node:url'
import { brotliCompressSync } from 'node:zlib'
import { ensureInstalled, root } from './install.mjs'

const SOURCES = [
  'core',
  'contract',
  'server',
  'web',
  'language',
  'demo',
  'scripts/build.mjs',
  'package-lock.json',
  'package.json',
]
const SKIP = new Set(['node_modules', 'dist', 'test-results'])

function* filesUnder(path) {
  if (!statSync(path).isDirectory()) return void (yield path)
  for (const name of readdirSync(path).sort())
    if (!SKIP.has(name)) yield* filesUnder(join(path, name))
}

function fingerprint() {
  const hash = createHash('sha256')
  for (const source of SOURCES) {
    for (const file of filesUnder(join(root, source))) {
      if (/\.test\.tsx?$/.test(file)) continue
      hash.update(relative(root, file)).update(readFileSync(file))
    }
  }
  return hash.digest('hex')
}

async function buildServer(dist, madeFrom) {
  const { build } = await import('esbuild')
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  // Our own rooms are bundled; packages stay where npm put them.
  const packagesOutside = {
    name: 'packages-outside',
    setup: ({ onResolve }) =>
      onResolve({ filter: /^[^./]/ }, ({ path }) =>
        path.startsWith('@anklet/') || path.startsWith('/') ? null : { path, external: true },
      ),
  }
  await build({
    entryPoints: {
      main: join(root, 'server/main.ts'),
      serve: join(root, 'server/serve.ts'),
      backupWorker: join(root, 'server/domains/backups/worker.ts'),
      restore: join(root, 'server/domains/backups/restore.ts'),
      move: join(root, 'server/store/move.ts'),
      resetLead: join(root, 'server/domains/access/resetLead.ts'),
      folder: join(root, 'server/folderDoor.ts'),
      calcWorker: join(root, 'server/domains/calculations/worker.ts'),
      makeTemplate: join(root, 'server/makeTemplate.ts'),
      makeChecks: join(root, 'server/makeChecks.ts'),
      loadDemo: join(root, 'demo/load.ts'),
    },
    outdir: dist,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'warning',
    define: {
      ANKLET_VERSION: JSON.stringify(version),
      ANKLET_BUILD: JSON.stringify(buildOf(madeFrom)),
    },
    plugins: [packagesOutside],
  })
  cpSync(join(root, 'server/store/migrations'), join(dist, 'migrations'), { recursive: true })
  cpSync(join(root, 'demo/scenario'), join(dist, 'scenario'), { recursive: true })
  await runBuilt('makeTemplate', 'The empty database could not be made.')
  await runBuilt('makeChecks', 'The checks of requests could not be made.')
}

/** Runs one of the built programs that make a file of the build. */
function runBuilt(name, refusal) {
  const child = spawn(process.execPath, [join(root, `server/dist/${name}.js`)], {
    cwd: root,
    stdio: 'inherit',
  })
  return new Promise((done, failed) => {
    child.once('exit', (status) => (status === 0 ? done() : failed(new Error(refusal))))
  })
}

// Names a build: page and server of one build go together.
const buildOf = (madeFrom) => madeFrom.slice(0, 12)

async function buildWeb(madeFrom) {
  const { build } = await import('vite')
  // The interface is built as it is used, whoever asks for it; what runs after the build is told nothing.
  const { NODE_ENV } = process.env
  process.env.NODE_ENV = 'production'
  process.env.ANKLET_BUILD = buildOf(madeFrom)
  await build({ root: join(root, 'web'), logLevel: 'warn' })
  delete process.env.ANKLET_BUILD
  if (NODE_ENV === undefined) delete process.env.NODE_ENV
  else process.env.NODE_ENV = NODE_ENV
  const assets = join(root, 'web/dist/assets')
  for (const name of readdirSync(assets)) {
    if (/\.(js|css)$/.test(name))
      writeFileSync(
        join(assets, `${name}.br`),
        brotliCompressSync(readFileSync(join(assets, name))),
      )
  }
  // The keeper learns which files there are, and is itself new whenever they are.
  const files = readdirSync(assets)
    .filter((name) => !name.endsWith('.br'))
    .map((name) => `/assets/${name}`)
  const keeper = join(root, 'web/dist/keep.js')
  writeFileSync(
    keeper,
    [
      `const BUILD = ${JSON.stringify(buildOf(madeFrom))}`,
      `const FILES = ${JSON.stringify(files)}`,
      readFileSync(keeper, 'utf8'),
    ].join('\n'),
  )
}

export async function ensureBuilt() {
  ensureInstalled()
  const dist = join(root, 'server/dist')
  const stamp = join(dist, 'built-from')
  const wanted = fingerprint()
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  console.log('Building …')
  rmSync(dist, { recursive: true, force: true })
  mkdirSync(dist, { recursive: true })
  await Promise.all([buildServer(dist, wanted), buildWeb(wanted)])
  writeFileSync(stamp, wanted)
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) await ensureBuilt()
