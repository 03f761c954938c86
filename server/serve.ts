import { createServer } from 'node:http'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import { createRequire } from 'node:module'
import { cpus } from 'node:os'
import { existsSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import type { ValidateFunction } from 'ajv'
import type { Express } from 'express'
import type { Logger } from 'pino'
import { pino } from 'pino'
import { hasAccounts } from './domains/access/sessions.ts'
import { addressFor } from './http/address.ts'
import { Devices } from './http/deviceActs.ts'
import { createApp } from './http/app.ts'
import { LOCAL_NAMES } from './http/guards.ts'
import type { Sharing } from './http/share.ts'
import type { Manifest } from './domains/backups/archive.ts'
import type { BackupParts, Remembered } from './domains/backups/backups.ts'
import { Backups, runBeside } from './domains/backups/backups.ts'
import type { CalculationPool } from './domains/calculations/pool.ts'
import { createPool } from './domains/calculations/pool.ts'
import { DeviceHub } from './devices/hub.ts'
import { Recorder } from './devices/recorder.ts'
import { KeepingClock } from './domains/privacy/clock.ts'
import { AppError } from './kernel/appError.ts'
import { touchEverything } from './kernel/revisions.ts'
import { takeCompiledChecks } from './kernel/validation.ts'
import { setAsideStandIns } from './domains/jobs/setAside.ts'
import { adapterKeyOf } from './share/adapterKey.ts'
import type { Identity } from './share/certificate.ts'
import { broughtIdentity, namesIn, ownIdentity, ownNames, printOf } from './share/certificate.ts'
import { BESIDE } from './store/beside.ts'
import type { Place } from './store/records.ts'
import { claimPlace, openRecords } from './store/records.ts'
import { replaceDatabase } from './store/replace.ts'

declare const ANKLET_VERSION: string
declare const ANKLET_BUILD: string

/** Where a server listens and keeps its records. */
export interface ServeSettings {
  readonly host: string
  readonly port: number
  /** Folder of the records. */
  readonly data: string
  /** A new shop is the demo scenario's, and may be emptied again. */
  readonly demo?: boolean
  /** Address of the PostgreSQL server that holds the records; left out: they are in the folder. */
  readonly database?: string
  /** Serves the network, over HTTPS, to people who sign in; left out: this machine only. */
  readonly share?: ShareSettings
}

/** How a server goes on the network. */
export interface ShareSettings {
  /** Files of a certificate the shop brought; left out: one of its own is made. */
  readonly certificate?: { readonly file: string; readonly keyFile: string }
}

/** Said when a shop goes on no network because anybody there could sign as anybody. */
export class ShareRefused extends Error {}

/** A server that is listening. */
export interface Serving {
  /** Version of the program. */
  readonly version: string
  /** Where others on the network reach it; none: this machine only. */
  readonly addresses: readonly string[]
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

/** An unused connection is kept for so long, ms. */
const KEEP_ALIVE_MS = 65_000

// Built into server/dist; everything it needs lies beside it.
const here = dirname(fileURLToPath(import.meta.url))

/** What a server listens on when it is to be reached by every name of its machine. */
const EVERYWHERE: ReadonlySet<string> = new Set(['0.0.0.0', '::'])

/** The records, opened, and the application that serves them. */
interface OpenShop {
  readonly app: Express
  /** Whether one has to sign in. */
  hasAccounts(): Promise<boolean>
  close(): Promise<void>
}

/** How the server shows itself on the network. */
interface Shown {
  readonly identity: Identity
  readonly names: ReadonlySet<string>
  readonly sharing: Sharing
}

/** What outlives a change of the records. */
interface Lasting {
  readonly shown: Shown | null
  readonly pool: CalculationPool
  readonly log: Logger
  readonly remembered: Remembered
  replace(restored: string, manifest: Manifest): Promise<void>
}

async function openShop(
  settings: ServeSettings,
  { pool, log, remembered, replace, shown }: Lasting,
): Promise<OpenShop> {
  const { data, demo = false } = settings
  const opened = await openRecords(placeOf(settings), { demo, broken: endBroken })
  const { db, wire, kind: database } = opened
  await setAsideStandIns(db)
  const hub = new DeviceHub()
  const recorder = new Recorder(db, hub)
  const devices = new Devices({ db, hub, recorder }, opened)
  // Another process may be at one of them.
  if (opened.leads()) await recorder.endAbandoned()
  // The records may be others than they were: of a backup, or of a newer release.
  await touchEverything(db)
  const version = ANKLET_VERSION
  const parts: BackupParts = {
    data,
    opened,
    making: BESIDE,
    release: version,
    log,
    run: runBeside(join(here, 'backupWorker.js'), settings.database ?? null),
    replace,
  }
  const backups = new Backups(parts, remembered)
  const keeping = new KeepingClock(db, { leads: opened.leads, log })
  const webFolder = join(here, '../../web/dist')
  const app = createApp({
    db,
    pool,
    devices,
    backups,
    data,
    adapterKey: adapterKeyOf(data),
    wire,
    database,
    leads: () => opened.leads(),
    ...(shown ? { names: shown.names, sharing: shown.sharing } : {}),
    log,
    version,
    build: ANKLET_BUILD,
    webFolder,
  })
  return {
    app,
    hasAccounts: () => hasAccounts(db),
    close: async () => {
      backups.close()
      await keeping.close()
      devices.close()
      hub.close()
      await recorder.close()
      await opened.close()
    },
  }
}

const placeOf = ({ data, database }: ServeSettings): Place => ({
  data,
  url: database ?? null,
  ...BESIDE,
})

/** Puts restored records in the place of the present ones, which are kept in the folder. */
async function putInPlace(
  settings: ServeSettings,
  restored: string,
  manifest: Manifest,
): Promise<void> {
  const { data, database } = settings
  if (database === undefined) return void replaceDatabase(data, restored, manifest)
  const { openServer } = await import('./store/server.ts')
  const server = await openServer(database, BESIDE)
  try {
    const now = new Date().toISOString().replaceAll(/[:.]/g, '-')
    await server.copyTo(join(data, `db.replaced-${now}`))
    await server.takeFrom({ folder: restored, shopId: manifest.shopId })
  } finally {
    await server.close()
    rmSync(restored, { recursive: true, force: true })
  }
}

async function shownOn({ data, host, port, share }: ServeSettings): Promise<Shown | null> {
  if (!share) return null
  const brought = share.certificate
  const everywhere = EVERYWHERE.has(host)
  const reached = everywhere ? ownNames() : [host]
  const identity = brought
    ? broughtIdentity(brought.file, brought.keyFile)
    : await ownIdentity(data, [...reached, ...LOCAL_NAMES])
  const names = namesIn(identity.certificate)
  const shared = brought ? names : reached
  return {
    identity,
    names: new Set([...names, ...reached]),
    sharing: {
      addresses: shared.map((name) => addressFor({ host: name, port, secure: true })),
      authority: identity.authority,
      print: printOf(identity.authority ?? identity.certificate),
    },
  }
}

function answerChanging(res: ServerResponse): void {
  const problem = new AppError('changingOver').toProblem()
  res.writeHead(problem.status, { 'content-type': 'application/problem+json', 'retry-after': '2' })
  res.end(JSON.stringify(problem))
}

/**
 * Opens a folder of records and serves it.
 * @throws {FolderInUse}, {FolderUnusable} and what listening throws; then nothing stays open.
 */
export async function serve(settings: ServeSettings): Promise<Serving> {
  const { host, port } = settings
  const unlock = await claimPlace(placeOf(settings))
  takeBuiltChecks()
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' })
  const pool = createPool(() => new Worker(join(here, 'calcWorker.js')), {
    size: Math.max(1, cpus().length - 1),
  })
  let current: OpenShop | null = null
  const shown = await shownOn(settings).catch((error: unknown) => {
    unlock()
    throw error
  })
  const lasting: Lasting = {
    shown,
    pool,
    log,
    remembered: { doing: null, fault: null, restored: null },
    replace: async (restored, manifest) => {
      const before = current
      current = null
      server.closeAllConnections()
      await before?.close()
      await putInPlace(settings, restored, manifest)
      current = await openShop(settings, lasting)
    },
  }
  const answer = (req: IncomingMessage, res: ServerResponse): void => {
    if (current) current.app(req, res)
    else answerChanging(res)
  }
  const server = shown
    ? createSecureServer({ cert: shown.identity.certificate, key: shown.identity.key }, answer)
    : createServer(answer)
  // Whoever asks every few seconds keeps one connection: a browser's would else be closed as it is used.
  server.keepAliveTimeout = KEEP_ALIVE_MS
  const stop = async (): Promise<void> => {
    const closed = new Promise((done) => server.close(done))
    server.closeAllConnections()
    await current?.close()
    await Promise.allSettled([closed, pool.close()])
    unlock()
  }
  try {
    current = await openShop(settings, lasting)
    if (shown && !(await current.hasAccounts()))
      throw new ShareRefused(
        'Nobody has a PIN yet, so anybody on the network could sign as anybody. Give the lead one ' +
          'first: start Anklet without --share and set it under Shop, or run: npm run lead -- "NAME"',
      )
    await new Promise<void>((done, failed) => {
      server.once('error', failed)
      server.listen(port, host, done)
    })
  } catch (error) {
    await stop()
    throw error
  }
  return { version: ANKLET_VERSION, addresses: shown?.sharing.addresses ?? [], stop }
}
