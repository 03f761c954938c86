// npm start and npm run demo: builds what is not built, starts the server, loads the demo scenario where it is asked for.
import { fork } from 'node:child_process'
import { existsSync, readdirSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const demo = process.argv.includes('--demo')
const host = process.env.HOST ?? '127.0.0.1'
const port = process.env.PORT ?? '4780'
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', demo ? 'demo' : 'shop'))
const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`

// Only a folder that Anklet itself filled is ever emptied.
function clear(folder) {
  if (!existsSync(folder)) return
  const strange = readdirSync(folder).filter((name) => !['db', 'db.unfinished', 'anklet.lock'].includes(name))
  if (strange.length > 0) throw new Error(`${folder} holds other things (${strange.slice(0, 3).join(', ')}). Not touched: choose another ANKLET_DATA.`)
  rmSync(join(folder, 'db'), { recursive: true, force: true })
}

async function begin() {
  await ensureBuilt()
  if (demo && process.argv.includes('--fresh')) {
    if (existsSync(join(data, 'anklet.lock'))) console.log('A lock lies in the data folder; if the server still runs, stop it first.')
    clear(data)
  }
  const fresh = !existsSync(join(data, 'db'))
  const server = fork(join(root, 'server/dist/main.js'), [], { env: { ...process.env, HOST: host, PORT: port, ANKLET_DATA: data } })
  server.on('exit', (code) => process.exit(code ?? 0))
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  await new Promise((ready) => server.once('message', ready))
  if (demo && fresh) {
    const { loadDemo } = await import('../server/dist/loadDemo.js')
    await loadDemo(address, join(root, 'server/dist/scenario'))
  }
  console.log(`Anklet is ready on ${address}`)
}

begin().catch((error) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
