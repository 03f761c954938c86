import { createRequire } from 'node:module'
import { cpus } from 'node:os'
import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import type { ValidateFunction } from 'ajv'
import { pino } from 'pino'
import { createApp } from './app.ts'
import { createPool } from './calc/pool.ts'
import { DeviceHub } from './devices/hub.ts'
import { Recorder } from './devices/recorder.ts'
import { takeCompiledChecks } from './problems/validation.ts'
import { setAsideStandIns } from './services/setAside.ts'
import { openDatabase, requirePlace } from './store/database.ts'
import { lockFolder } from './store/lock.ts'

declare const ANKLET_VERSION: string

// Built into server/dist; everything it needs lies beside it.
const here = dirname(fileURLToPath(import.meta.url))

/** Where a server listens and keeps its records. */
export interface ServeSettings {
  readonly host: string
  readonly port: number
  /** Folder of the records. */
  readonly data: string
  /** A new shop is the demo scenario's, and may be emptied again. */
  readonly demo?: boolean
}

/** A server that is listening. */
export interface Serving {
  /** Version of the program. */
  readonly version: string
  /** Ends it in good order: records written, folder given back. */
  stop(): Promise<void>
}

// A database that has ended itself (a disk that fails, or is full to the last byte) would answer
// nothing but errors. What was acknowledged is on the disk, so a new start finds it.
function endBroken(why: string): void {
  console.error(
    `The database had to stop: ${why}. Everything acknowledged is on the disk. ` +
      'See whether the disk is full or failing, then start Anklet again.',
  )
  process.exit(1)
}

function takeBuiltChecks(): void {
  const file = join(here, 'checks.cjs')
  if (!existsSync(file)) return
  const checks: unknown = createRequire(import.meta.url)(file)
  takeCompiledChecks(checks as Record<string, ValidateFunction>)
}

/**
 * Opens a folder of records and serves it.
 * @throws {FolderInUse}, {FolderUnusable} and what listening throws; then nothing stays open.
 */
export async function serve({ host, port, data, demo = false }: ServeSettings): Promise<Serving> {
  requirePlace(data)
  const unlock = await lockFolder(data)
  takeBuiltChecks()
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' })
  const { db, close } = await openDatabase(data, join(here, 'migrations'), {
    template: join(here, 'template'),
    broken: endBroken,
    demo,
  })
  await setAsideStandIns(db)
  const pool = createPool(() => new Worker(join(here, 'calcWorker.js')), {
    size: Math.max(1, cpus().length - 1),
  })
  const hub = new DeviceHub()
  const recorder = new Recorder(db, hub)
  await recorder.endAbandoned()
  const version = ANKLET_VERSION
  const webFolder = join(here, '../../web/dist')
  const app = createApp({ db, pool, hub, recorder, data, log, version, webFolder })
  const server = app.listen(port, host)
  const stop = async (): Promise<void> => {
    const closed = new Promise((done) => server.close(done))
    server.closeAllConnections()
    hub.close()
    await recorder.close()
    await Promise.allSettled([closed, pool.close(), close()])
    unlock()
  }
  try {
    await new Promise<void>((done, failed) => {
      server.once('listening', done)
      server.once('error', failed)
    })
  } catch (error) {
    await stop()
    throw error
  }
  return { version, stop }
}
