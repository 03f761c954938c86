import { Router } from 'express'
import { Type } from '@sinclair/typebox'
import { JobListQuery } from '@anklet/contract'
import type { JobListQuery as Asked, QueryName, QueryResponse } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import { checkOf } from '../problems/validation.ts'
import { writeBundle, writeJobBundle } from '../services/bundleOut.ts'
import { codeTextsOf } from '../services/codes.ts'
import { readEvidence } from '../services/evidence.ts'
import { readPicture } from '../services/jobEntries.ts'
import { listJobs } from '../services/jobList.ts'
import { listCoils, listParts } from '../services/decisions.ts'
import { readKnowledge } from '../services/knowledge.ts'
import { listTorques, readProcedures } from '../services/plans.ts'
import { readLives } from '../services/lives.ts'
import { readLog } from '../services/logs.ts'
import { readJob } from '../services/jobs.ts'
import { summariseJobs } from '../services/jobSummaries.ts'
import { listReturns } from '../services/proofRecord.ts'
import { listPeople } from '../services/people.ts'
import { roundsOfVehicle } from '../services/rounds.ts'
import { readRepeatability } from '../services/repeatability.ts'
import { readShop } from '../services/shop.ts'
import { listVehicles, readVehicle } from '../services/vehicles.ts'
import { listVehicleTypes } from '../services/vehicleTypes.ts'
import type { Database } from '../store/database.ts'

type Query<Name extends QueryName> = (
  db: Database,
  id: string,
  asked: unknown,
) => Promise<QueryResponse<Name>>

const QUERIES: {
  readonly [
    Name in Exclude<QueryName, '/api/health' | '/api/devices' | '/api/backups'>
  ]: Query<Name>
} = {
  '/api/shop': readShop,
  '/api/people': listPeople,
  '/api/vehicle-types': listVehicleTypes,
  '/api/vehicles': listVehicles,
  '/api/vehicles/:id': readVehicle,
  '/api/vehicles/:id/rounds': roundsOfVehicle,
  '/api/jobs': (db) => summariseJobs(db),
  '/api/returns': (db) => listReturns(db),
  // Before the path with an id, which would take 'list' for one.
  '/api/jobs/list': (db, _id, asked) => {
    checkList(asked)
    return listJobs(db, asked)
  },
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
const checkId = checkOf(Type.String({ format: 'uuid' }))

/** GET: what the interface asks. */
export function queryRoutes(db: Database): Router {
  const router = Router()
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
      res.json(await query(db, id, { ...req.query }))
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
    // A photo never changes, so a browser may keep it.
    res
      .set('cache-control', 'private, max-age=31536000, immutable')
      .type(type)
      .send(Buffer.from(picture))
  })
  return router
}
