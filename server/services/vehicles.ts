import { asc, eq } from 'drizzle-orm'
import type { Vehicle, VehicleDetail } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { Database } from '../store/database.ts'
import { vehicle, vehicleType } from '../store/schema.ts'
import type { Handler } from './handlers.ts'
import { summariseJobs } from './jobSummaries.ts'
import { roundsOfVehicle } from './rounds.ts'
import { required, unlessTaken, updateVersion } from './saving.ts'

/** A plate as it is compared and shown: capitals, single spaces. */
export const tidyPlate = (plate: string): string => plate.trim().replaceAll(/\s+/g, ' ').toUpperCase()

/** Makes or changes a vehicle. */
export const saveVehicle: Handler<'vehicle.save'> = async (tx, { payload, baseVersion }) => {
  const { vehicleId: id, typeId, note } = payload
  required(await tx.select({ id: vehicleType.id }).from(vehicleType).where(eq(vehicleType.id, typeId)), 'vehicle type', '/payload/typeId')
  const values = { typeId, note, plate: tidyPlate(payload.plate) }
  const write = baseVersion === null ? tx.insert(vehicle).values({ id, ...values }).then(() => 1) : updateVersion(tx, vehicle, id, baseVersion, values, 'vehicle')
  return unlessTaken(values.plate, '/payload/plate', write)
}

/** All vehicles, by plate. */
export const listVehicles = (db: Database): Promise<Vehicle[]> => db.select().from(vehicle).orderBy(asc(vehicle.plate))

/** One vehicle with everything on record of it. @throws {AppError} `notFound`. */
export async function readVehicle(db: Database, id: string): Promise<VehicleDetail> {
  const [row] = await db.select().from(vehicle).innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id)).where(eq(vehicle.id, id))
  if (!row) throw new AppError('notFound', { what: 'vehicle' })
  return { vehicle: row.vehicle, vehicleType: row.vehicle_type, rounds: await roundsOfVehicle(db, id), jobs: await summariseJobs(db, { vehicleId: id }) }
}
