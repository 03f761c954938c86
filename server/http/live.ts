import type { Request, Response } from 'express'
import { Router } from 'express'
import { AppError } from '../kernel/appError.ts'
import type { Changes } from '../kernel/changes.ts'
import type { Database } from '../store/database.ts'
import { stillIn } from './admission.ts'
import type { Devices } from './deviceActs.ts'
import type { Send } from './stream.ts'
import { openStream, streamOf } from './stream.ts'

const MOST_STREAMED = 64
/** A stream outlives the session it was opened in by this much at most, ms. */
const LOOK_MS = 20_000

function idsOf(req: Request): string[] {
  const { ids } = req.query
  return (typeof ids === 'string' ? ids : '').split(',').filter(Boolean).slice(0, MOST_STREAMED)
}

interface LiveParts {
  readonly db: Database
  readonly devices: Devices
  readonly changes: Changes
}

/** What ends several things, those that begin after the end too. */
class Ends {
  private readonly ends: (() => void)[] = []
  private isOver = false

  add(end: () => void): void {
    if (this.isOver) end()
    else this.ends.push(end)
  }

  all(): void {
    this.isOver = true
    for (const end of this.ends.splice(0)) end()
  }
}

/**
 * GET /api/live: one stream for all that a browser listens to, for it has few connections to one
 * server. What was written comes as `change`; what the devices named in `ids` tell as `status`,
 * `frame` and `press`, as at /api/devices/stream, which has the devices alone.
 */
export function liveRoutes({ db, devices, changes }: LiveParts): Router {
  // A stream does not outlive its session.
  const watchSession = (req: Request, res: Response): (() => void) => {
    const isIn = stillIn(db, req, res)
    const looking = setInterval(() => {
      isIn().then(
        (still) => still || res.end(),
        () => undefined,
      )
    }, LOOK_MS)
    looking.unref()
    return () => clearInterval(looking)
  }
  const hearDevice = (id: string, send: Send): Promise<() => void> =>
    devices.follow({ of: 'events', id }, ({ event, data }) => send(event, { device: id, ...data }))
  const router = Router()
  router.get('/live', (req, res) => {
    const ends = new Ends()
    const send = openStream(req, res, () => ends.all())
    ends.add(watchSession(req, res))
    ends.add(changes.listen((change) => send('change', change)))
    for (const id of idsOf(req))
      hearDevice(id, send).then(
        (end) => ends.add(end),
        (error: unknown) => {
          // A device that went away does not take the rest of the stream along; one that cannot be
          // asked for now is asked for again when the page comes back.
          if (!(error instanceof AppError && error.code === 'notFound')) res.end()
        },
      )
  })
  router.get('/devices/stream', async (req, res) => {
    const ids = idsOf(req)
    if (ids.length === 0) throw new AppError('notFound', { what: 'device' })
    const ends = new Ends()
    ends.add(watchSession(req, res))
    await streamOf(req, res, async (send) => {
      try {
        for (const id of ids) ends.add(await hearDevice(id, send))
      } catch (error) {
        ends.all()
        throw error
      }
      return () => ends.all()
    })
  })
  return router
}
