import { eq } from 'drizzle-orm'
import type { Command } from '@anklet/contract'
import { devicesNamedIn, isStandIn, isStandInName, objectsIn } from '@anklet/contract'
import { AppError } from './appError.ts'
import type { Database, Transaction } from '../store/database.ts'
import { job, vehicle, watch } from '../store/schema.ts'

interface Car {
  readonly plate: string
  readonly simulated: boolean
}

/** The car of a job; null where there is no such job. */
export async function carOfJob(db: Database | Transaction, jobId: string): Promise<Car | null> {
  const [found] = await db
    .select({ plate: vehicle.plate, simulated: vehicle.simulated })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(eq(job.id, jobId))
  return found ?? null
}

async function jobOf(tx: Transaction, payload: Command['payload']): Promise<string | null> {
  if ('jobId' in payload && typeof payload.jobId === 'string') return payload.jobId
  if ('watchId' in payload) {
    const rows = await tx
      .select({ jobId: watch.jobId })
      .from(watch)
      .where(eq(watch.id, payload.watchId))
    return rows[0]?.jobId ?? null
  }
  return null
}

/** Where a command names a stand-in; null: nowhere. A log out of a file names its device in words. */
function standInPath(payload: Command['payload']): string | null {
  if ('deviceName' in payload && isStandInName(payload.deviceName)) return '/payload/deviceName'
  const named = devicesNamedIn(payload, '/payload')
  return named.find(({ deviceId }) => isStandIn(deviceId))?.path ?? null
}

/** Where a command says that the link told something without naming the device; null: nowhere. */
function unnamedLink(value: object, path: string): string | null {
  const said = value as Readonly<Record<string, unknown>>
  // A step names its devices once, for all that it showed.
  if (Array.isArray(said['deviceIds']) && said['deviceIds'].length > 0) return null
  const key = ['from', 'by', 'taught'].find((each) => said[each] === 'link')
  if (key !== undefined) return `${path}/${key}`
  for (const [item, at] of objectsIn(value, path)) {
    const found = unnamedLink(item, at)
    if (found !== null) return found
  }
  return null
}

/**
 * Refuses what a stand-in told of a car that is not simulated, and what a link told that is not
 * named, whoever asks.
 * @throws {AppError} `standInOnRealCar`, `linkUnnamed`
 */
export async function refuseStandIns(tx: Transaction, { payload }: Command): Promise<void> {
  const unnamed = unnamedLink(payload, '/payload')
  if (unnamed !== null) throw new AppError('linkUnnamed', {}, unnamed)
  const path = standInPath(payload)
  if (path === null) return
  const jobId = await jobOf(tx, payload)
  const car = jobId === null ? null : await carOfJob(tx, jobId)
  // What belongs to no job here is refused by whoever looks for the job.
  if (car && !car.simulated) throw new AppError('standInOnRealCar', { plate: car.plate }, path)
}

/**
 * Refuses a stand-in to a job whose car is not simulated.
 * @throws {AppError} `standInOnRealCar`
 */
export async function refuseDocking(
  db: Database,
  deviceId: string,
  jobId: string | null,
): Promise<void> {
  if (jobId === null || !isStandIn(deviceId)) return
  const car = await carOfJob(db, jobId)
  if (car && !car.simulated)
    throw new AppError('standInOnRealCar', { plate: car.plate }, '/holder/jobId')
}
