import { and, asc, eq } from 'drizzle-orm'
import type { HistoryRound, Vehicle, VehicleDetail } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database } from '../../store/database.ts'
import { job, round, vehicle, vehicleType } from '../../store/schema.ts'
import { codeReadingsOf, codeTextsOf } from '../codes/queries.ts'
import { iso } from '../../kernel/instants.ts'
import { pumpDaysOf } from './pumpDays.ts'
import { proofOfVehicle } from '../proofRecord/queries.ts'
import { chargesOf, photosOf, repairsOf } from '../entries/queries.ts'
import { summariseJobs } from '../jobs/summaries.ts'
import { meansByCorner, roundMeans } from '../rounds/means.ts'

/** A plate as it is compared and shown: capitals, single spaces. */
export const tidyPlate = (plate: string): string =>
  plate.trim().replaceAll(/\s+/g, ' ').toUpperCase()

/** All vehicles, by plate. */
export const listVehicles = (db: Database): Promise<Vehicle[]> =>
  db.select().from(vehicle).orderBy(asc(vehicle.plate))

// What the odometer showed at each visit, oldest first.
async function odometerOf(db: Database, vehicleId: string): Promise<VehicleDetail['odometer']> {
  const rows = await db
    .select({ at: job.openedAt, arrival: job.arrival })
    .from(job)
    .where(eq(job.vehicleId, vehicleId))
    .orderBy(asc(job.openedAt))
  return rows.flatMap(({ at, arrival }) =>
    typeof arrival?.odometerKm === 'number' ? [{ at: iso(at), km: arrival.odometerKm }] : [],
  )
}

// Means only: a car measured for years has thousands of rounds, and its page draws one point for each.
async function historyOf(db: Database, vehicleId: string): Promise<HistoryRound[]> {
  const which = and(eq(round.vehicleId, vehicleId), eq(round.method, 'wheelCentreToArch'))
  const means = roundMeans(db, db.select({ id: round.id }).from(round).where(which))
  const rows = await db
    .select({
      id: round.id,
      jobId: round.jobId,
      purpose: round.purpose,
      load: round.load,
      loadKg: round.loadKg,
      levelId: round.levelId,
      levelOffsetMm: round.levelOffsetMm,
      temperatureC: round.temperatureC,
      endedAt: round.endedAt,
      ...meansByCorner(means),
    })
    .from(round)
    .innerJoin(means, eq(means.roundId, round.id))
    .orderBy(asc(round.endedAt))
  return rows.map(({ FL, FR, RL, RR, endedAt, ...rest }) => ({
    ...rest,
    endedAt: iso(endedAt),
    meanMm: { FL, FR, RL, RR },
  }))
}

/** One vehicle with everything on record of it. @throws {AppError} `notFound`. */
export async function readVehicle(db: Database, id: string): Promise<VehicleDetail> {
  const [row] = await db
    .select()
    .from(vehicle)
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(vehicle.id, id))
  if (!row) throw new AppError('notFound', { what: 'vehicle' })
  return {
    vehicle: row.vehicle,
    vehicleType: row.vehicle_type,
    history: await historyOf(db, id),
    jobs: await summariseJobs(db, { vehicleId: id }),
    repairs: await repairsOf(db, { vehicleId: id }),
    photos: await photosOf(db, { vehicleId: id }),
    charges: await chargesOf(db, { vehicleId: id }),
    codeReadings: await codeReadingsOf(db, { vehicleId: id }),
    codeTexts: await codeTextsOf(db, row.vehicle.typeId),
    proof: (await proofOfVehicle(db, id)).filter(({ content }) => content.kind !== 'shown'),
    pumpDays: await pumpDaysOf(db, id),
    odometer: await odometerOf(db, id),
  }
}
