import { sql } from 'drizzle-orm'
import type { ErrorRequestHandler, Express } from 'express'
import express from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import type { CalculationPool } from '../domains/calculations/pool.ts'
import { AppError, toAppError } from '../kernel/appError.ts'
import { Changes } from '../kernel/changes.ts'
import type { Kept } from '../kernel/kept.ts'
import { loggable } from '../kernel/loggable.ts'
import { accessRoutes } from './access.ts'
import { admission, noted } from './admission.ts'
import { backupRoutes } from './backups.ts'
import { bundleRoutes } from './bundle.ts'
import { calculationRoutes } from './calculations.ts'
import { commandRoutes, LARGEST_COMMAND, noteBytes } from './commands.ts'
import { keepableOnly, ownAddressOnly } from './guards.ts'
import { docsRoutes } from './docs.ts'
import { keepingRoutes } from './keeping.ts'
import { liveRoutes } from './live.ts'
import { Metrics, metricsRoutes, observe } from './observe.ts'
import { queryRoutes } from './queries.ts'
import { requireRoom } from './room.ts'
import type { Sharing } from './share.ts'
import { shareRoutes } from './share.ts'
import { webRoutes } from './web.ts'
import type { Devices } from './deviceActs.ts'
import { deviceRoutes, logFollower } from './devices.ts'
import type { Backups } from '../domains/backups/backups.ts'
import type { Database, OpenDatabase, Wire } from '../store/database.ts'

/** What the server is made of. */
export interface AppParts {
  readonly db: Database
  readonly pool: CalculationPool
  readonly devices: Devices
  readonly backups: Backups
  /** Folder of the records. */
  readonly data: string
  /** What devices beside the server show where people sign in. */
  readonly adapterKey: () => string
  /** Names and addresses the server goes by, besides those of the machine to itself. */
  readonly names?: ReadonlySet<string>
  /** To other processes on the same database; left out: there are none. */
  readonly wire?: Wire | null
  readonly database?: OpenDatabase['kind']
  /** Whether this process does what exactly one does; left out: it is the only one. */
  readonly leads?: () => boolean
  /** Keeps answers; left out: as usual. */
  readonly Keeping?: typeof Kept
  /** How it is shared on the network; left out: it is not. */
  readonly sharing?: Sharing | null
  readonly version: string
  /** Names the build, so that an older page learns that it is one. */
  readonly build?: string
  readonly log: Pick<Logger, 'error' | 'info'>
  /** Folder of the built interface; null: only the API. */
  readonly webFolder: string | null
}

/** The whole server as an Express application. */
export function createApp(parts: AppParts): Express {
  const { db, pool, devices, backups, data, version, build, log, webFolder } = parts
  const {
    adapterKey,
    names = new Set<string>(),
    sharing = null,
    wire = null,
    database = 'pglite',
    leads = () => true,
  } = parts
  const app = express()
  app.disable('x-powered-by')
  // Answers of the API are never kept by a browser, so nobody asks whether they have changed.
  app.disable('etag')
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'self'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'", 'blob:'],
          'object-src': ["'none'"],
          'frame-ancestors': ["'none'"],
          'base-uri': ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  )
  const metrics = new Metrics(devices, leads)
  app.use('/api', observe(log, metrics))
  app.use(ownAddressOnly(names))
  app.use('/api', (_req, res, next) => {
    res.set('cache-control', 'no-store')
    if (build !== undefined) res.set('x-anklet-build', build)
    next()
  })
  // Asked by machines, and answered without the records: it runs.
  app.get('/api/health', (_req, res) => void res.json({ status: 'ok', version, database }))
  // Ready is who can read them; a balancer sends nobody to one that cannot.
  app.get('/api/ready', async (_req, res) => {
    try {
      await db.execute(sql`select 1`)
    } catch {
      throw new AppError('notReady')
    }
    res.json({ status: 'ready' })
  })
  app.use('/api', admission(db, adapterKey, { shared: sharing !== null }))
  app.use('/api', noted(db, log))
  app.use(['/api/commands', '/api/bundle', '/api/backups/files'], requireRoom(data))
  // Each as large as it may reasonably be: a photo or some hundred rounds, a whole shop, a night
  // with all its knowledge, what an adapter heard in a second.
  app.use('/api/commands', express.json({ limit: LARGEST_COMMAND, verify: noteBytes }))
  app.use('/api/bundle', express.json({ limit: '64mb' }))
  app.use(['/api/calc', '/api/adapters'], express.json({ limit: '512kb' }))
  app.use('/api', express.json({ limit: '64kb' }))
  app.use('/api', keepableOnly)
  app.use('/api', metricsRoutes(metrics))
  const changes = new Changes(wire)
  const isShared = wire !== null
  app.use('/api', docsRoutes(version))
  app.use('/api', accessRoutes(db))
  app.use('/api', shareRoutes(sharing))
  app.use('/api', keepingRoutes(db))
  app.use('/api/calc', calculationRoutes(pool))
  app.use('/api/commands', commandRoutes(db, logFollower(devices), { changes, isShared }))
  app.use('/api/backups', backupRoutes(backups))
  app.use('/api/bundle', bundleRoutes(db, { changes, isShared }))
  app.use('/api', liveRoutes({ db, devices, changes }))
  app.use('/api', deviceRoutes(db, devices))
  app.use(queryRoutes(db, parts.Keeping))
  app.use('/api', () => {
    throw new AppError('notFound', { what: 'place' })
  })
  if (webFolder) app.use(webRoutes(webFolder))
  app.use(answerProblems(log))
  return app
}

const answerProblems =
  (log: AppParts['log']): ErrorRequestHandler =>
  (thrown, _req, res, next) => {
    if (res.headersSent) return next(thrown)
    const error = toAppError(thrown)
    const requestId: unknown = res.locals['requestId']
    if (error.code === 'internal') log.error({ requestId, ...loggable(thrown) }, 'request failed')
    res
      .status(error.status)
      .type('application/problem+json')
      .send(JSON.stringify(error.toProblem()))
  }
