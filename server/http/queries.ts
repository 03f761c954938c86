import { Router } from 'express'
import { Type } from '@sinclair/typebox'
import { JobListQuery, VehicleListQuery } from '@anklet/contract'
import type {
  JobListQuery as Asked,
  QueryName,
  QueryResponse,
  VehicleListQuery as CarsAsked,
} from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import { Kept } from '../kernel/kept.ts'
import { stampOfEverything, stampOfJob, stampOfVehicle } from '../kernel/revisions.ts'
import { checkOf } from '../kernel/validation.ts'
import { writeBundle, writeJobBundle } from '../domains/exchange/queries.ts'
import { codeTextsOf } from '../domains/codes/queries.ts'
import { readEvidence } from '../domains/jobs/evidence.ts'
import { readPicture } from '../domains/entries/queries.ts'
import { listCoils, listParts } from '../domains/decisions/queries.ts'
import { readKnowledge } from '../domains/knowledge/queries.ts'
import { listTorques, readProcedures } from '../domains/plans/queries.ts'
import { readLog } from '../domains/logs/queries.ts'
import { readJob } from '../domains/jobs/queries.ts'
import { roundsOfVehicle } from '../domains/rounds/queries.ts'
import { JobLists } from '../domains/jobs/list.ts'
import { readLives } from '../domains/vehicles/lives.ts'
import { listReturns } from '../domains/proofRecord/queries.ts'
import { listPeople } from '../domains/people/queries.ts'
import { readRepeatability } from '../domains/rounds/repeatability.ts'
import { readPersonal } from '../domains/privacy/queries.ts'
import { readShop } from '../domains/shop/queries.ts'
import { listVehicles, readVehicle, VehicleList } from '../domains/vehicles/queries.ts'
import { listVehicleTypes } from '../domains/vehicleTypes/queries.ts'
import type { Database } from '../store/database.ts'
import { whoIn } from './admission.ts'

type Query<Name extends QueryName> = (
  db: Database,
  id: string,
  asked: unknown,
) => Promise<QueryResponse<Name>>

type AnsweredElsewhere =
  | '/api/jobs'
  | '/api/jobs/list'
  | '/api/vehicles/list'
  | '/api/health'
  | '/api/devices'
  | '/api/backups'
  | '/api/session'
  | '/api/accounts'
  | '/api/audit'
  | '/api/keeping'
  | '/api/share'

const QUERIES: {
  readonly [Name in Exclude<QueryName, AnsweredElsewhere>]: Query<Name>
} = {
  '/api/shop': readShop,
  '/api/people': listPeople,
  '/api/vehicle-types': listVehicleTypes,
  '/api/vehicles': listVehicles,
  '/api/vehicles/:id': readVehicle,
  '/api/vehicles/:id/rounds': roundsOfVehicle,
  '/api/vehicles/:id/personal': readPersonal,
  '/api/returns': (db) => listReturns(db),
  '/api/jobs/:id': readJob,
  '/api/jobs/:id/evidence': readEvidence,
  '/api/repeatability': readRepeatability,
  '/api/knowledge': readKnowledge,
  '/api/parts': listParts,
  '/api/coils': listCoils,
  '/api/lives': readLives,
  '/api/procedures': readProcedures,
  '/api/torques': listTorques,
  '/api/code-texts': (db) => codeTextsOf(db, null),
  '/api/bundle': writeBundle,
  '/api/jobs/:id/bundle': writeJobBundle,
  '/api/logs/:id': readLog,
}

const checkList: (asked: unknown) => asserts asked is Asked = checkOf(JobListQuery, {
  fromText: true,
})
const checkCars: (asked: unknown) => asserts asked is CarsAsked = checkOf(VehicleListQuery, {
  fromText: true,
})
const checkId = checkOf(Type.String({ format: 'uuid' }))

/** What is large and asked again and again: what it is stamped by. */
const KEPT: Readonly<Record<string, (db: Database, id: string) => Promise<string>>> = {
  '/api/jobs/:id': stampOfJob,
  '/api/jobs/:id/evidence': stampOfJob,
  '/api/vehicles': stampOfEverything,
  '/api/vehicles/:id': stampOfVehicle,
}
/** So much of it is kept, bytes. */
const KEPT_BYTES = 48 * 1024 * 1024

/** GET: lists of jobs and vehicles. */
function listRoutes(db: Database, Keeping: typeof Kept): Router {
  const lists = new JobLists(db, Keeping)
  const vehicles = new VehicleList(db, Keeping)
  return Router()
    .get('/api/jobs', async (_req, res) => void res.json(await lists.floor()))
    .get('/api/jobs/list', async (req, res) => {
      const asked: unknown = { ...req.query }
      checkList(asked)
      res.json(await lists.page(asked))
    })
    .get('/api/vehicles/list', async (req, res) => {
      const asked: unknown = { ...req.query }
      checkCars(asked)
      res.json(await vehicles.page(asked))
    })
}

/**
 * GET: what the interface asks.
 * @param Keeping keeps answers.
 */
export function queryRoutes(db: Database, Keeping: typeof Kept = Kept): Router {
  const router = Router()
  const kept = new Keeping<Buffer>(KEPT_BYTES, ({ length }) => length)
  // Before the paths with an id, which would take 'list' for one.
  router.use(listRoutes(db, Keeping))
  for (const [path, query] of Object.entries(QUERIES)) {
    router.get(path, async (req, res) => {
      const id = String(req.params['id'] ?? '')
      if ('id' in req.params) {
        try {
          checkId(id)
        } catch {
          throw new AppError('notFound', { what: 'place' })
        }
      }
      const answer = () => query(db, id, { ...req.query })
      const stampOf = KEPT[path]
      if (!stampOf) return void res.json(await answer())
      const asked = { key: req.path, stamp: await stampOf(db, id) }
      const body = await kept.of(asked, async () => Buffer.from(JSON.stringify(await answer())))
      res.type('json').send(body)
    })
  }
  router.get(['/api/photos/:id', '/api/photos/:id/small'], async (req, res) => {
    const id = String(req.params.id)
    try {
      checkId(id)
    } catch {
      throw new AppError('notFound', { what: 'photo' })
    }
    const { type, picture } = await readPicture(db, id, req.path.endsWith('/small'))
    // A photo never changes, so a browser may keep it; where people sign in, it asks who looks at it.
    res
      .set('etag', `"${req.path}"`)
      .set(
        'cache-control',
        whoIn(res) ? 'private, no-cache' : 'private, max-age=31536000, immutable',
      )
      .type(type)
      .send(Buffer.from(picture))
  })
  return router
}
