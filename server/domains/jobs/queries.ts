import { asc, eq } from 'drizzle-orm'
import type { Job } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { codeReadingsOf, codeTextsOf } from '../codes/queries.ts'
import { agreementsOf, decisionsOf } from '../decisions/queries.ts'
import { plansOf } from '../plans/queries.ts'
import { entriesOf } from '../entries/queries.ts'
import { roundsForJob } from '../rounds/queries.ts'
import { summariseWork, workOf } from '../work/queries.ts'
import { describeWatch } from '../watches/queries.ts'
import { iso, isoOrNull } from '../../kernel/instants.ts'
import { proofOfJob } from '../proofRecord/queries.ts'
import { setAsideOf } from './setAside.ts'

/** One job with its rounds, the newest earlier ones of its vehicle, and its watches. @throws {AppError} `notFound`. */
export async function readJob(db: Database | Transaction, id: string): Promise<Job> {
  const [row] = await db
    .select()
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(job.id, id))
  if (!row) throw new AppError('notFound', { what: 'job' })
  const watches = await db
    .select()
    .from(watch)
    .where(eq(watch.jobId, id))
    .orderBy(asc(watch.startedAt))
  return {
    ...row.job,
    openedAt: iso(row.job.openedAt),
    closedAt: isoOrNull(row.job.closedAt),
    ...(await entriesOf(db, id)),
    decisions: await decisionsOf(db, id),
    agreements: await agreementsOf(db, id),
    plans: await plansOf(db, id),
    work: await workOf(db, id),
    proof: await proofOfJob(db, id),
    workNow: (await summariseWork(db, [id])).get(id) ?? null,
    codeReadings: await codeReadingsOf(db, { vehicleId: row.vehicle.id }),
    codeTexts: await codeTextsOf(db, row.vehicle.typeId),
    vehicle: row.vehicle,
    vehicleType: row.vehicle_type,
    rounds: await roundsForJob(db, row.vehicle.id, id),
    watches: watches.map(describeWatch),
    setAside: await setAsideOf(db, id),
  }
}
