import type { Lives } from '@anklet/contract'
import { fittedAs, livesFrom } from '@anklet/core/reasoning/strategy'
import { CORNERS, hasAirAtCorner } from '@anklet/core/base/vehicle'
import { eq } from 'drizzle-orm'
import type { Database } from '../../store/database.ts'
import { repair, vehicle, vehicleType } from '../../store/schema.ts'

/** How long springs and pumps lasted in this shop's vehicles, by when each was fitted. */
export async function readLives(db: Database): Promise<Lives> {
  const vehicles = await db
    .select({
      id: vehicle.id,
      firstUsed: vehicle.firstUsed,
      architecture: vehicleType.architecture,
    })
    .from(vehicle)
    .innerJoin(vehicleType, eq(vehicleType.id, vehicle.typeId))
  const repairs = await db
    .select({
      vehicleId: repair.vehicleId,
      at: repair.at,
      part: repair.part,
      corners: repair.corners,
    })
    .from(repair)
  const { spring, pump } = livesFrom(
    vehicles.map(({ id, firstUsed, architecture }) => ({
      firstUsedMs: firstUsed === null ? null : Date.parse(firstUsed),
      springs: CORNERS.filter((corner) => hasAirAtCorner(architecture, corner)),
      fitted: repairs
        .filter(({ vehicleId }) => vehicleId === id)
        .map(({ at, part, corners }) => ({
          atMs: Date.parse(at),
          what: fittedAs(part),
          places: corners,
        })),
    })),
    Date.now(),
  )
  return {
    spring: { failedAtYears: [...spring.failedAtYears], aliveAtYears: [...spring.aliveAtYears] },
    pump: { failedAtYears: [...pump.failedAtYears], aliveAtYears: [...pump.aliveAtYears] },
  }
}
