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
import type { DeviceHub } from '../devices/hub.ts'
import { checkInterlocks } from '../domains/work/interlocks.ts'
import { nameOf } from '../domains/people/queries.ts'
import type { Recorder } from '../devices/recorder.ts'
import { AppError } from '../kernel/appError.ts'
import { checkOf } from '../kernel/validation.ts'
import { whoIn } from './admission.ts'
import { openStream } from './stream.ts'
import type { CommandFollower } from './commands.ts'
import { nameDevice } from '../domains/logs/queries.ts'
import { refuseDocking } from '../kernel/realCar.ts'
import { listSimulatedTypes } from '../domains/vehicleTypes/queries.ts'
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
function adapterRoutes(router: Router, hub: DeviceHub): void {
  router.post('/adapters', (req, res) => {
    const body: unknown = req.body
    checkHello(body)
    res.json({ token: hub.attach(body) })
  })
  router.post('/adapters/:id/messages', (req, res) => {
    const body: unknown = req.body
    checkMessages(body)
    hub.receive(idOf(req), tokenOf(req), body.messages)
    res.json({})
  })
  router.get('/adapters/:id/commands', (req, res) => {
    let end = (): void => undefined
    let send: ReturnType<typeof openStream> | null = null
    end = hub.commandsFor(idOf(req), tokenOf(req), (command) => send?.('command', command))
    send = openStream(req, res, () => end())
  })
}

const keepStandIns = async (db: Database, hub: DeviceHub): Promise<void> =>
  hub.standInsFor(await listSimulatedTypes(db))

/** Devices: who they are, what they tell, what they are asked to do; and the door adapters come in by. */
export function deviceRoutes(db: Database, hub: DeviceHub, recorder: Recorder): Router {
  const known = (): Promise<void> => keepStandIns(db, hub)
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
    await known()
    res.json(hub.list())
  })
  router.post('/devices/:id/hold', async (req, res) => {
    const body: unknown = req.body
    checkHolder(body)
    requireOwn(res, body)
    await known()
    await refuseDocking(db, idOf(req), body.jobId)
    try {
      res.json(hub.hold(idOf(req), body))
    } catch (thrown) {
      await named(thrown)
    }
  })
  router.post('/devices/:id/release', (req, res) => {
    const body: unknown = req.body
    checkHolder(body)
    requireOwn(res, body)
    res.json(hub.release(idOf(req), body))
  })
  router.post('/devices/:id/orders', async (req, res) => {
    const body: unknown = req.body
    checkOrder(body)
    requireOwn(res, body.holder)
    await known()
    await refuseDocking(db, idOf(req), body.holder.jobId)
    const { identity } = hub.status(idOf(req))
    try {
      hub.hold(identity.id, body.holder)
    } catch (thrown) {
      await named(thrown)
    }
    await checkInterlocks(db, identity, body)
    const { commandId, action, corner, forS, offMm } = body
    await hub.order(identity.id, { commandId, action, corner, forS, offMm })
    recorder.mark(identity.id, `asked: ${action}${corner ? ` ${corner}` : ''}`)
    res.json({ commandId })
  })
  router.post('/devices/:id/stand-in', async (req, res) => {
    const body: unknown = req.body
    checkChange(body)
    await known()
    res.json(hub.changeStandIn(idOf(req), body))
  })
  adapterRoutes(router, hub)
  return router
}

/** Starts and ends recordings when the commands for them are on record. */
export const logFollower = (db: Database, hub: DeviceHub, recorder: Recorder): CommandFollower => ({
  before: async ({ type, payload }) => {
    if (type !== 'log.start') return
    await keepStandIns(db, hub)
    // A stand-in to a real car is refused with its reason, whether it is there or not.
    if (!isStandIn(payload.deviceId)) hub.status(payload.deviceId)
  },
  after: async ({ type, payload }) => {
    if (type === 'log.start') {
      const { identity } = hub.status(payload.deviceId)
      await nameDevice(db, payload.logId, identity.name, identity.channels)
      recorder.start(payload.logId, identity.id)
    }
    if (type === 'log.stop') await recorder.stop(payload.logId)
  },
})
