import type { Request, Response } from 'express'
import { Router } from 'express'
import type { Static } from '@sinclair/typebox'
import {
  DeviceOrder,
  Holder,
  isStandIn,
  LinkHello,
  LinkMessages,
  StandInChange,
} from '@anklet/contract'
import { checkInterlocks } from '../domains/work/interlocks.ts'
import { nameOf } from '../domains/people/queries.ts'
import { AppError } from '../kernel/appError.ts'
import { checkOf } from '../kernel/validation.ts'
import { whoIn } from './admission.ts'
import { streamOf } from './stream.ts'
import type { CommandFollower } from './commands.ts'
import { refuseDocking } from '../kernel/realCar.ts'
import type { Devices } from './deviceActs.ts'
import type { Database } from '../store/database.ts'

const checkHolder: (body: unknown) => asserts body is Static<typeof Holder> = checkOf(Holder)
const checkOrder: (body: unknown) => asserts body is Static<typeof DeviceOrder> =
  checkOf(DeviceOrder)
const checkChange: (body: unknown) => asserts body is Static<typeof StandInChange> =
  checkOf(StandInChange)
const checkHello: (body: unknown) => asserts body is Static<typeof LinkHello> = checkOf(LinkHello)
const checkMessages: (body: unknown) => asserts body is Static<typeof LinkMessages> =
  checkOf(LinkMessages)

// Nobody takes a device in another's name.
function requireOwn(res: Response, { person: personId }: Static<typeof Holder>): void {
  const who = whoIn(res)
  if (who && who.id !== personId) throw new AppError('otherPerson', {}, '/person')
}

const idOf = (req: Request): string => String(req.params['id'])
const tokenOf = (req: Request): string | undefined => req.get('x-anklet-token')

/** What an adapter of its own, beside the server, says and hears. */
function adapterRoutes(router: Router, devices: Devices): void {
  router.post('/adapters', async (req, res) => {
    const body: unknown = req.body
    checkHello(body)
    res.json({ token: await devices.ask('attach', body) })
  })
  router.post('/adapters/:id/messages', async (req, res) => {
    const body: unknown = req.body
    checkMessages(body)
    await devices.ask('receive', idOf(req), tokenOf(req), body.messages)
    res.json({})
  })
  router.get('/adapters/:id/commands', async (req, res) => {
    const source = { of: 'commands', id: idOf(req), token: tokenOf(req) } as const
    await streamOf(req, res, (hear) =>
      devices.follow(source, ({ event, data }) => {
        if (event !== 'gone') hear(event, data)
        // It attaches again. Before the stream is open, the refusal is the answer.
        else if (res.headersSent) res.end()
      }),
    )
  })
}

/** Devices: who they are, what they tell, what they are asked to do; and the door adapters come in by. */
export function deviceRoutes(db: Database, devices: Devices): Router {
  // Who holds it, by name: a number helps nobody.
  const named = async (thrown: unknown): Promise<never> => {
    if (thrown instanceof AppError && thrown.code === 'deviceHeld') {
      const name = await nameOf(db, String(thrown.data['person']))
      throw new AppError(
        'deviceHeld',
        { ...thrown.data, ...(name === undefined ? {} : { name }) },
        thrown.path,
      )
    }
    throw thrown
  }
  const router = Router()
  router.get('/devices', async (_req, res) => {
    res.json(await devices.ask('list'))
  })
  router.post('/devices/:id/hold', async (req, res) => {
    const body: unknown = req.body
    checkHolder(body)
    requireOwn(res, body)
    await refuseDocking(db, idOf(req), body.jobId)
    res.json(await devices.ask('hold', idOf(req), body).catch(named))
  })
  router.post('/devices/:id/release', async (req, res) => {
    const body: unknown = req.body
    checkHolder(body)
    requireOwn(res, body)
    res.json(await devices.ask('release', idOf(req), body))
  })
  router.post('/devices/:id/orders', async (req, res) => {
    const body: unknown = req.body
    checkOrder(body)
    requireOwn(res, body.holder)
    await refuseDocking(db, idOf(req), body.holder.jobId)
    const { identity } = await devices.ask('hold', idOf(req), body.holder).catch(named)
    await checkInterlocks(db, identity, body)
    const { commandId, action, corner, forS, offMm } = body
    await devices.ask('order', identity.id, { commandId, action, corner, forS, offMm })
    res.json({ commandId })
  })
  router.post('/devices/:id/stand-in', async (req, res) => {
    const body: unknown = req.body
    checkChange(body)
    res.json(await devices.ask('change', idOf(req), body))
  })
  adapterRoutes(router, devices)
  return router
}

/** Starts and ends recordings when the commands for them are on record. */
export const logFollower = (devices: Devices): CommandFollower => ({
  before: async ({ type, payload }) => {
    // A stand-in to a real car is refused with its reason, whether it is there or not.
    if (type === 'log.start' && !isStandIn(payload.deviceId))
      await devices.ask('status', payload.deviceId)
  },
  after: async ({ type, payload }) => {
    if (type === 'log.start') await devices.ask('record', payload.logId, payload.deviceId)
    if (type === 'log.stop') await devices.ask('endRecord', payload.logId)
  },
})
