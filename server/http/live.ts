import type { Request, Response } from 'express'
import { Router } from 'express'
import type { DeviceHub } from '../devices/hub.ts'
import { listSimulatedTypes } from '../domains/vehicleTypes/queries.ts'
import { AppError } from '../kernel/appError.ts'
import type { Changes } from '../kernel/changes.ts'
import type { Database } from '../store/database.ts'
import { stillIn } from './admission.ts'
import { openStream } from './stream.ts'

const MOST_STREAMED = 64
/** A stream outlives the session it was opened in by this much at most, ms. */
const LOOK_MS = 20_000

function idsOf(req: Request): string[] {
  const { ids } = req.query
  return (typeof ids === 'string' ? ids : '').split(',').filter(Boolean).slice(0, MOST_STREAMED)
}

interface LiveParts {
  readonly db: Database
  readonly hub: DeviceHub
  readonly changes: Changes
}

/**
 * GET /api/live: one stream for all that a browser listens to, for it has few connections to one
 * server. What was written comes as `change`; what the devices named in `ids` tell as `status`,
 * `frame` and `press`, as at /api/devices/stream, which has the devices alone.
 */
export function liveRoutes({ db, hub, changes }: LiveParts): Router {
  const router = Router()
  const open = async (req: Request, res: Response, { all }: { readonly all: boolean }) => {
    const isIn = stillIn(db, req, res)
    hub.standInsFor(await listSimulatedTypes(db))
    const ids = idsOf(req)
    if (!all && ids.length === 0) throw new AppError('notFound', { what: 'device' })
    // A device that went away does not take the rest of the stream along.
    const known = all
      ? ids.filter((id) => hub.list().some(({ identity }) => identity.id === id))
      : ids
    for (const id of known) hub.status(id)
    const ends: (() => void)[] = []
    const send = openStream(req, res, () => {
      for (const end of ends) end()
    })
    if (all) ends.push(changes.listen((change) => send('change', change)))
    for (const id of known)
      ends.push(hub.listen(id, ({ event, data }) => send(event, { device: id, ...data })))
    const looking = setInterval(() => {
      isIn().then(
        (still) => still || res.end(),
        () => undefined,
      )
    }, LOOK_MS)
    looking.unref()
    ends.push(() => clearInterval(looking))
  }
  router.get('/live', (req, res) => open(req, res, { all: true }))
  router.get('/devices/stream', (req, res) => open(req, res, { all: false }))
  return router
}
