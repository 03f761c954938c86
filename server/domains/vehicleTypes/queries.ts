import { asc, eq, inArray } from 'drizzle-orm'
import type { VehicleType } from '@anklet/contract'
import type { Database } from '../../store/database.ts'
import { vehicle, vehicleType } from '../../store/schema.ts'

/** All vehicle types, by name. */
export const listVehicleTypes = (db: Database): Promise<VehicleType[]> =>
  db.select().from(vehicleType).orderBy(asc(vehicleType.name))

/** Vehicle types that some simulated vehicle is of, by name. */
export const listSimulatedTypes = (db: Database): Promise<VehicleType[]> =>
  db
    .select()
    .from(vehicleType)
    .where(
      inArray(
        vehicleType.id,
        db.select({ id: vehicle.typeId }).from(vehicle).where(eq(vehicle.simulated, true)),
      ),
    )
    .orderBy(asc(vehicleType.name))
