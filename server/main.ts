import { cpus } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import { pino } from 'pino'
import { createApp } from './app.ts'
import { createPool } from './calc/pool.ts'
import { DeviceHub } from './devices/hub.ts'
import { Recorder } from './devices/recorder.ts'
import { openDatabase } from './store/database.ts'
import { FolderInUse, lockFolder } from './store/lock.ts'

declare const ANKLET_VERSION: string

const LOCAL = new Set(['127.0.0.1', '::1', 'localhost'])

// Built into server/dist; everything it needs lies beside it.
const here = dirname(fileURLToPath(import.meta.url))
const settings = {
  host: process.env['HOST'] ?? '127.0.0.1',
  port: Number(process.env['PORT'] ?? 4780),
  data: resolve(process.env['ANKLET_DATA'] ?? join(here, '../../data')),
}

async function start(): Promise<void> {
  if (!LOCAL.has(settings.host)) {
    throw new Error(
      `Anklet has no accounts yet, so it serves this machine only. HOST=${settings.host} would open it to others; leave HOST out.`,
    )
  }
  const unlock = lockFolder(settings.data)
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' })
  const { db, close } = await openDatabase(
    settings.data,
    join(here, 'migrations'),
    join(here, 'template'),
  )
  const pool = createPool(
    () => new Worker(join(here, 'calcWorker.js')),
    Math.max(1, cpus().length - 1),
  )
  const hub = new DeviceHub()
  const recorder = new Recorder(db, hub)
  await recorder.endAbandoned()
  const app = createApp({
    db,
    pool,
    hub,
    recorder,
    log,
    version: ANKLET_VERSION,
    webFolder: join(here, '../../web/dist'),
  })
  const server = app.listen(settings.port, settings.host)
  await new Promise<void>((done, failed) => {
    server.once('listening', done)
    server.once('error', failed)
  })
  const stop = (): void => {
    server.close()
    server.closeAllConnections()
    hub.close()
    void recorder
      .close()
      .then(() => Promise.allSettled([pool.close(), close()]))
      .then(() => {
        unlock()
        process.exit(0)
      })
  }
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
  // The parent loads the demo scenario, if asked to, and then tells people the address.
  if (process.send) process.send('ready')
  else console.log(`Anklet is ready on http://${settings.host}:${settings.port}`)
}

start().catch((error: unknown) => {
  const inUse = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
  const words = inUse
    ? `Port ${settings.port} is taken by another program. Set PORT to a free one.`
    : error instanceof Error
      ? error.message
      : String(error)
  console.error(error instanceof FolderInUse || inUse ? words : `Anklet could not start: ${words}`)
  process.exit(1)
})
