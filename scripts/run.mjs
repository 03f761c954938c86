// npm start and npm run demo: builds what is not built, starts the server, loads the demo scenario
// where it is asked for.
import { fork } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const demo = process.argv.includes('--demo')
const host = process.env.HOST ?? '127.0.0.1'
const port = process.env.PORT ?? '4780'
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', demo ? 'demo' : 'shop'))
const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`

let server = null

const lock = join(data, 'anklet.lock')
// Lies there while the demo is being loaded: a kill on the way leaves half a demo, which the next start begins anew.
const unfinished = join(data, 'demo.unfinished')

function isHeld() {
  if (!existsSync(lock)) return false
  try {
    process.kill(Number(readFileSync(lock, 'utf8')), 0)
    return true
  } catch (error) {
    return error.code === 'EPERM'
  }
}

// Only a folder that Anklet itself filled is ever emptied.
function clear(folder) {
  if (!existsSync(folder)) return
  const strange = readdirSync(folder).filter(
    (name) => !['db', 'db.unfinished', 'anklet.lock', 'demo.unfinished'].includes(name),
  )
  if (strange.length > 0)
    throw new Error(
      `${folder} holds other things (${strange.slice(0, 3).join(', ')}). Not touched: choose another ANKLET_DATA.`,
    )
  rmSync(join(folder, 'db'), { recursive: true, force: true })
}

async function begin() {
  await ensureBuilt()
  if (demo && (process.argv.includes('--fresh') || existsSync(unfinished))) {
    if (isHeld())
      throw new Error(`The data folder ${data} is open in another Anklet. Stop that one first.`)
    clear(data)
  }
  const fresh = !existsSync(join(data, 'db'))
  if (demo && fresh) {
    mkdirSync(data, { recursive: true })
    writeFileSync(unfinished, '')
  }
  server = fork(join(root, 'server/dist/main.js'), [], {
    env: { ...process.env, HOST: host, PORT: port, ANKLET_DATA: data },
  })
  server.on('exit', (code) => process.exit(code ?? 0))
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
