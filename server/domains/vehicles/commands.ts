import { requireType } from '../vehicleTypes/requireType.ts'
import { eq } from 'drizzle-orm'
import { tidyVin } from '@anklet/core/base/vehicle'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { vehicle } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { unlessTaken, updateVersion } from '../../kernel/saving.ts'
import { tidyPlate } from './queries.ts'

// What was told of a car while it was simulated would become real with it.
async function keepSimulated(tx: Transaction, id: string, simulated: boolean): Promise<void> {
  const [was] = await tx
    .select({ plate: vehicle.plate, simulated: vehicle.simulated })
    .from(vehicle)
    .where(eq(vehicle.id, id))
  if (was && was.simulated !== simulated)
    throw new AppError('simulatedFixed', was, '/payload/simulated')
}

/** Makes or changes a vehicle. */
export const saveVehicle: Handler<'vehicle.save'> = async (tx, { payload, baseVersion }) => {
  const { vehicleId: id, typeId, note, vin = '', firstUsed, simulated } = payload
  await requireType(tx, typeId)
  const values = {
    typeId,
    note,
    vin: tidyVin(vin),
    plate: tidyPlate(payload.plate),
    ...(firstUsed === undefined ? {} : { firstUsed }),
  }
  if (baseVersion !== null && simulated !== undefined) await keepSimulated(tx, id, simulated)
  const write =
    baseVersion === null
      ? tx
          .insert(vehicle)
          .values({ id, ...values, simulated: simulated ?? false })
          .then(() => 1)
      : updateVersion(tx, vehicle, id, baseVersion, values, 'vehicle')
  return unlessTaken(values.plate, '/payload/plate', write)
}

/** Keeps or forgets what a leak-free night taught about this one vehicle. */
export const learnVehicle: Handler<'vehicle.learn'> = (tx, { payload, baseVersion }) =>
  updateVersion(tx, vehicle, payload.vehicleId, baseVersion, { lesson: payload.lesson }, 'vehicle')
