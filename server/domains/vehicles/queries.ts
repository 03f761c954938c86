import type { Placeholder } from 'drizzle-orm'
import { and, asc, eq } from 'drizzle-orm'
import type {
  HistoryRound,
  Vehicle,
  VehicleDetail,
  VehicleListQuery,
  VehiclePage,
} from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Open } from '../../store/atOnce.ts'
import { asking } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, round, vehicle, vehicleType } from '../../store/schema.ts'
import { askCodeReadings, askCodeTexts } from '../codes/queries.ts'
import { iso, signed } from '../../kernel/instants.ts'
import type { Kept } from '../../kernel/kept.ts'
import { stampOfEverything } from '../../kernel/revisions.ts'
import { pumpDaysOf } from './pumpDays.ts'
import { askProofOfVehicle } from '../proofRecord/queries.ts'
import { askCharges, askPhotos, askRepairs } from '../entries/queries.ts'
import { summariseJobs } from '../jobs/summaries.ts'
import { MEANS, wholeMeans } from '../rounds/means.ts'

/** A plate as it is compared and shown: capitals, single spaces. */
export const tidyPlate = (plate: string): string =>
  plate.trim().replaceAll(/\s+/g, ' ').toUpperCase()

/** All vehicles, by plate. */
export const listVehicles = (db: Database): Promise<Vehicle[]> =>
  db.select().from(vehicle).orderBy(asc(vehicle.plate))

/** What stands between the letters of a plate, and is not compared. */
const BETWEEN = ' -–—.·_/:,'

const compact = (words: string): string =>
  [...words.toUpperCase()].filter((sign) => !BETWEEN.includes(sign)).join('')

interface Sought {
  readonly car: Vehicle
  readonly plate: string
  /** What else it is found by. */
  readonly rest: string
}

const soughtBy = (car: Vehicle): Sought => ({
  car,
  plate: compact(car.plate),
  rest: `${car.vin}\n${car.note}`.toUpperCase(),
})

// The car whose plate was typed whole comes first: on a page of many it would be on no other.
function foundBy(cars: readonly Sought[], words: string): readonly Sought[] {
  const plate = compact(words)
  const rest = words.trim().toUpperCase()
  if (rest === '') return cars
  const found = cars.filter(
    (each) =>
      (plate !== '' && each.plate.includes(plate)) || (rest.length > 2 && each.rest.includes(rest)),
  )
  const isWhole = (each: Sought): boolean => each.plate === plate
  return [...found.filter(isWhole), ...found.filter((each) => !isWhole(each))]
}

/**
 * The shop's vehicles, looked through in memory: ten thousand take some megabytes, and to read them
 * all for every letter somebody types takes a tenth of a second.
 */
export class VehicleList {
  private readonly all: Kept<readonly Sought[]>

  constructor(
    private readonly db: Database,
    Keeping: typeof Kept,
  ) {
    this.all = new Keeping(1)
  }

  /** A page of the vehicles that hold some words, by plate. */
  async page({ words, page, size }: VehicleListQuery): Promise<VehiclePage> {
    const cars = await this.all.of(
      { key: 'all', stamp: await stampOfEverything(this.db) },
      async () => (await listVehicles(this.db)).map(soughtBy),
    )
    const found = foundBy(cars, words)
    const rows = found.slice(page * size, (page + 1) * size).map(({ car }) => car)
    return { total: found.length, rows }
  }
}

// What the odometer showed at each visit, oldest first.
const askVisits = (db: Database | Transaction, vehicleId: Open) =>
  db
    .select({ id: job.id, at: job.openedAt, arrival: job.arrival })
    .from(job)
    .where(eq(job.vehicleId, vehicleId))
    .orderBy(asc(job.openedAt))

const tellOdometer = (rows: Awaited<ReturnType<typeof askVisits>>): VehicleDetail['odometer'] =>
  rows.flatMap(({ at, arrival }) =>
    typeof arrival?.odometerKm === 'number' ? [{ at: iso(at), km: arrival.odometerKm }] : [],
  )

// Means only: a car measured for years has thousands of rounds, and its page draws one point for each.
const askHistory = (db: Database | Transaction, vehicleId: Open) =>
  db
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
      ...MEANS,
    })
    .from(round)
    .where(and(eq(round.vehicleId, vehicleId), eq(round.method, 'wheelCentreToArch')))
    .orderBy(asc(round.endedAt))

const tellHistory = (rows: Awaited<ReturnType<typeof askHistory>>): HistoryRound[] =>
  rows.map(({ FL, FR, RL, RR, endedAt, ...rest }) => ({
    ...rest,
    endedAt: iso(endedAt),
    meanMm: wholeMeans({ FL, FR, RL, RR }),
  }))

const askDetail = asking(
  (db, { vehicleId, typeId }: Record<'vehicleId' | 'typeId', Placeholder>) => ({
    history: askHistory(db, vehicleId),
    jobs: askVisits(db, vehicleId),
    repairs: askRepairs(db, { vehicleId }),
    photos: askPhotos(db, { vehicleId }),
    charges: askCharges(db, { vehicleId }),
    codeReadings: askCodeReadings(db, { vehicleId }),
    codeTexts: askCodeTexts(db, typeId),
    proof: askProofOfVehicle(db, vehicleId),
  }),
)

/** One vehicle with everything on record of it. @throws {AppError} `notFound`. */
export async function readVehicle(db: Database, id: string): Promise<VehicleDetail> {
  const [row] = await db
    .select()
    .from(vehicle)
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(vehicle.id, id))
  if (!row) throw new AppError('notFound', { what: 'vehicle' })
  const { history, jobs, codeReadings, codeTexts, proof, ...entries } = await askDetail(db, {
    vehicleId: id,
    typeId: row.vehicle.typeId,
  })
  return {
    vehicle: row.vehicle,
    vehicleType: row.vehicle_type,
    history: tellHistory(history),
    jobs: await summariseJobs(
      db,
      jobs.map((each) => each.id),
    ),
    repairs: entries.repairs.map(signed),
    photos: entries.photos.map(signed),
    charges: entries.charges.map(signed),
    codeReadings: codeReadings.map(signed),
    codeTexts,
    proof: proof.map(signed).filter(({ content }) => content.kind !== 'shown'),
    pumpDays: await pumpDaysOf(db, id),
    odometer: tellOdometer(jobs),
  }
}
