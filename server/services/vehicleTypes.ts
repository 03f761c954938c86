import { asc } from 'drizzle-orm'
import { hasAirOnAxle, checkGeometry, completeGeometry, hasAir } from '@anklet/core/vehicle'
import type { Architecture, VehicleGeometry, VehicleType } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { Database } from '../store/database.ts'
import { vehicleType } from '../store/schema.ts'
import type { Handler } from './handlers.ts'
import { unlessTaken, updateVersion } from './saving.ts'

const AXLES = { front: ['FL', 'FR'], rear: ['RL', 'RR'] } as const

function checkType(architecture: Architecture, given: VehicleGeometry): VehicleGeometry {
  const geometry = completeGeometry(given)
  for (const axle of ['front', 'rear'] as const) {
    const airSaid = hasAirOnAxle(architecture, axle)
    if (AXLES[axle].some((corner) => hasAir(geometry.corners[corner]) !== airSaid)) throw new AppError('airAndGeometryDiffer', { axle, airSaid }, '/payload/geometry')
  }
  const checked = checkGeometry(geometry)
  if (!checked.ok) throw new AppError(checked.error.code, checked.error, `/payload/geometry/corners/${checked.error.corner}`)
  return geometry
}

/** Makes or changes a vehicle type. */
export const saveVehicleType: Handler<'vehicleType.save'> = async (tx, { payload, baseVersion }) => {
  const { typeId: id, source, architecture } = payload
  const values = { name: payload.name.trim(), source, architecture, geometry: checkType(architecture, payload.geometry) }
  const write = baseVersion === null ? tx.insert(vehicleType).values({ id, ...values }).then(() => 1) : updateVersion(tx, vehicleType, id, baseVersion, values, 'vehicle type')
  return unlessTaken(values.name, '/payload/name', write)
}

/** All vehicle types, by name. */
export const listVehicleTypes = (db: Database): Promise<VehicleType[]> => db.select().from(vehicleType).orderBy(asc(vehicleType.name))
