import { Router } from 'express'
import { Type } from '@sinclair/typebox'
import type { QueryName, QueryResponse } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import { checkOf } from '../problems/validation.ts'
import { readJob } from '../services/jobs.ts'
import { summariseJobs } from '../services/jobSummaries.ts'
import { listPeople } from '../services/people.ts'
import { readShop } from '../services/shop.ts'
import { listVehicles, readVehicle } from '../services/vehicles.ts'
import { listVehicleTypes } from '../services/vehicleTypes.ts'
import type { Database } from '../store/database.ts'

type Query<Name extends QueryName> = (db: Database, id: string) => Promise<QueryResponse<Name>>

const QUERIES: { readonly [Name in Exclude<QueryName, '/api/health'>]: Query<Name> } = {
  '/api/shop': readShop,
  '/api/people': listPeople,
  '/api/vehicle-types': listVehicleTypes,
  '/api/vehicles': listVehicles,
  '/api/vehicles/:id': readVehicle,
  '/api/jobs': (db) => summariseJobs(db),
  '/api/jobs/:id': readJob,
}

const checkId = checkOf(Type.String({ format: 'uuid' }))

/** GET: what the interface asks. */
export function queryRoutes(db: Database): Router {
  const router = Router()
  for (const [path, query] of Object.entries(QUERIES)) {
    router.get(path, async (req, res) => {
      const id = String(req.params['id'] ?? '')
      if ('id' in req.params) {
        try { checkId(id) } catch { throw new AppError('notFound', { what: 'place' }) }
      }
      res.json(await query(db, id))
    })
  }
  return router
}
