import { INTERLOCKS } from '@anklet/language/problems/devices'
import { and, eq } from 'drizzle-orm'
import type { DeviceIdentity, DeviceOrder } from '@anklet/contract'
import { onStops } from '@anklet/core/reasoning/arrival'
import type { Act } from '@anklet/core/work/procedure'
import { kindAt, shutGate } from '@anklet/core/work/procedure'
import { gateSentence } from '@anklet/language/work/record'
import { runOf } from '@anklet/core/work/record'
import { guardedOf } from './queries.ts'
import { AppError } from '../../kernel/appError.ts'
import type { Database } from '../../store/database.ts'
import { job, vehicle, vehicleType, watch } from '../../store/schema.ts'

/** What moves the car or its air. */
const MOVES: ReadonlySet<DeviceOrder['action']> = new Set([
  'raise',
  'lower',
  'fill',
  'vent',
  'pump',
  'calibrate',
])
/** What work under way takes an order for: the same gates hold. */
const ACTS: Readonly<Partial<Record<DeviceOrder['action'], Act['act']>>> = {
  raise: 'fill',
  fill: 'fill',
  pump: 'fillPlant',
  liftingOff: 'liftingOff',
}
/** What puts air into springs. */
const FILLS: ReadonlySet<DeviceOrder['action']> = new Set(['raise', 'fill'])

const refuse = (sentence: string, path = '/action'): never => {
  throw new AppError('interlock', { sentence }, path)
}

/**
 * Refuses what the state of the job forbids.
 * @throws {AppError} `interlock` with the reason, `jobClosed`
 */
export async function checkInterlocks(
  db: Database,
  identity: DeviceIdentity,
  { action, corner, holder: { jobId }, foldsInspected }: DeviceOrder,
): Promise<void> {
  if (jobId === null || !(MOVES.has(action) || action in ACTS)) return
  const [found] = await db
    .select({
      closedAt: job.closedAt,
      arrival: job.arrival,
      vehicleId: job.vehicleId,
      typeId: vehicle.typeId,
      typeName: vehicleType.name,
    })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(job.id, jobId))
  if (!found) throw new AppError('unknownReference', { what: 'job' }, '/holder/jobId')
  if (found.closedAt !== null) throw new AppError('jobClosed', {}, '/holder/jobId')
  if (identity.vehicleTypeId !== null && identity.vehicleTypeId !== found.typeId)
    refuse(INTERLOCKS.otherType(found.typeName))
  const running = await db
    .select({ jobId: watch.jobId })
    .from(watch)
    .innerJoin(job, eq(watch.jobId, job.id))
    .where(and(eq(job.vehicleId, found.vehicleId), eq(watch.state, 'running')))
  if (running.length > 0) refuse(INTERLOCKS.watched())
  const work = await guardedOf(db, jobId)
  const run = work && work.entries.length > 0 ? runOf(work) : null
  if (run && !run.finished && ACTS[action]) {
    const shut = shutGate(
      { act: ACTS[action], ...(corner ? { corner } : {}) },
      run.car,
      kindAt(work!.architecture, corner),
    )
    if (shut) refuse(INTERLOCKS.gateShut(gateSentence(shut)))
    return
  }
  // Folds that were seen in the work were seen.
  const seen =
    run !== null &&
    Object.values(run.car.corners).every(
      ({ spring, seen: looked }) => spring !== 'unseated' || looked,
    )
  if (onStops(found.arrival) && FILLS.has(action) && !foldsInspected && !seen)
    refuse(INTERLOCKS.foldsUnseen(), '/foldsInspected')
}
