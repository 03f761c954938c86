// npm start and npm run demo: builds what is not built, starts the server, loads the demo scenario
// where it is asked for.
import { fork } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const demo = process.argv.includes('--demo')
const LOCAL = ['127.0.0.1', '::1', 'localhost']
const share = process.argv.includes('--share')
const host = process.env.HOST ?? (share ? '0.0.0.0' : '127.0.0.1')
const shared = !LOCAL.includes(host)
const port = process.env.PORT ?? '4780'
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', demo ? 'demo' : 'shop'))
const own = shared ? 'localhost' : host.includes(':') ? `[${host}]` : host
const address = `http${shared ? 's' : ''}://${own}:${port}`

let server = null

// Lies there while the demo is being loaded: a kill on the way leaves half a demo, which the next start begins anew.
const unfinished = join(data, 'demo.unfinished')

const OURS = [
  'backup.work',
  'db.restoring',
  'db',
  'db.unfinished',
  'anklet.json',
  'anklet.json.unfinished',
  'demo.unfinished',
  'backups',
  'certificate',
  'adapter-key',
]

// Only a folder that Anklet itself filled with the demo is ever emptied.
async function clear(folder) {
  if (!existsSync(folder)) return
  const strange = readdirSync(folder).filter(
    (name) => !OURS.includes(name) && !name.startsWith('db.replaced-'),
  )
  if (strange.length > 0)
    throw new Error(
      `${folder} holds other things (${strange.slice(0, 3).join(', ')}). Not touched: choose another ANKLET_DATA.`,
    )
  const { lockFolder, readMarker } = await import('../server/dist/folder.js')
  const marker = readMarker(folder)
  if (marker && !marker.demo)
    throw new Error(
      `${folder} holds a shop that is not marked as the demo. Not touched: choose another ANKLET_DATA, or remove the folder yourself.`,
    )
  const unlock = await lockFolder(folder)
  for (const name of ['anklet.json', 'db', 'backups'])
    rmSync(join(folder, name), { recursive: true, force: true })
  unlock()
}

async function begin() {
  await ensureBuilt()
  if (demo && (process.argv.includes('--fresh') || existsSync(unfinished))) {
    await clear(data)
  }
  const fresh = !['db', 'anklet.json', 'backups'].some((name) => existsSync(join(data, name)))
  if (demo && fresh && shared)
    throw new Error(
      'A new demo shop has nobody who signs in. Start it without --share, and give its lead a PIN under Shop.',
    )
  if (demo && fresh) {
    mkdirSync(data, { recursive: true })
    writeFileSync(unfinished, '')
  }
  server = fork(join(root, 'server/dist/main.js'), [], {
    env: {
      ...process.env,
      HOST: host,
      PORT: port,
      ANKLET_DATA: data,
      ...(demo ? { ANKLET_DEMO: '1' } : {}),
    },
  })
  server.on('exit', (code) => process.exit(code ?? 0))
  // Started by npm, it ends with npm: nobody would find it to stop it.
  const parent = process.ppid
  if (process.env.npm_lifecycle_event)
    setInterval(() => process.ppid !== parent && server.kill(), 2000).unref()
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  await new Promise((ready) => server.once('message', ready))
  if (demo && fresh) {
    const { loadDemo } = await import('../server/dist/loadDemo.js')
    await loadDemo(address, join(root, 'server/dist/scenario'))
    rmSync(unfinished)
  }
  console.log(`Anklet is ready on ${address}`)
}

begin().catch((error) => {
  // A server whose demo could not be loaded is of no use, and would hold its port and folder.
  server?.kill()
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
