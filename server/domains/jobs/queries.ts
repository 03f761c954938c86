import type { Placeholder } from 'drizzle-orm'
import { asc, eq } from 'drizzle-orm'
import type { Job } from '@anklet/contract'
import { workedBy } from '@anklet/core/work/procedure'
import { AppError } from '../../kernel/appError.ts'
import { asking } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { askCodeReadings, askCodeTexts } from '../codes/queries.ts'
import { askAgreements, askDecisions } from '../decisions/queries.ts'
import { askPlans } from '../plans/queries.ts'
import { askEntries, tellEntries } from '../entries/queries.ts'
import { askRoundIds, roundsForJob } from '../rounds/queries.ts'
import { askBook, askTorques, askWork, guardedBy, summaryOf } from '../work/queries.ts'
import { describeWatch } from '../watches/queries.ts'
import { iso, isoOrNull, signed } from '../../kernel/instants.ts'
import { typeOfJob, vehicleOfJob } from '../../kernel/which.ts'
import { askProof } from '../proofRecord/queries.ts'
import { askSetAside } from './setAside.ts'

/** Asks for what is on record of a job. */
const askRecord = asking((db, { jobId }: Record<'jobId', Placeholder>) => {
  const [vehicleId, typeId] = [vehicleOfJob(jobId), typeOfJob(jobId)]
  return {
    found: db
      .select({ job, vehicle, vehicleType })
      .from(job)
      .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
      .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
      .where(eq(job.id, jobId)),
    ...askEntries(db, jobId),
    ...askRoundIds(db, { jobId, vehicleId }),
    decisions: askDecisions(db, jobId),
    agreements: askAgreements(db, jobId),
    plans: askPlans(db, jobId),
    work: askWork(db, jobId),
    proof: askProof(db, jobId),
    codeReadings: askCodeReadings(db, { vehicleId }),
    codeTexts: askCodeTexts(db, typeId),
    watches: db.select().from(watch).where(eq(watch.jobId, jobId)).orderBy(asc(watch.startedAt)),
    setAside: askSetAside(db, jobId),
    books: askBook(db),
    torques: askTorques(db, typeId),
  }
})

/** One job with its rounds, the newest earlier ones of its vehicle, and its watches. @throws {AppError} `notFound`. */
export async function readJob(db: Database | Transaction, id: string): Promise<Job> {
  const {
    found: [row],
    books,
    torques,
    ...record
  } = await askRecord(db, { jobId: id })
  if (!row) throw new AppError('notFound', { what: 'job' })
  const work = record.work.map(signed)
  const made = record.plans.at(-1)
  const guarded = made
    ? guardedBy({
        architecture: row.vehicleType.architecture,
        made,
        book: workedBy(books[0]?.book ?? null),
        torques,
        entries: work,
      })
    : null
  return {
    ...row.job,
    openedAt: iso(row.job.openedAt),
    closedAt: isoOrNull(row.job.closedAt),
    ...tellEntries(record),
    decisions: record.decisions.map(signed),
    agreements: record.agreements.map(signed),
    plans: record.plans.map(signed),
    work,
    workNow: guarded ? summaryOf(guarded) : null,
    proof: record.proof.map(signed),
    codeReadings: record.codeReadings.map(signed),
    codeTexts: record.codeTexts,
    vehicle: row.vehicle,
    vehicleType: row.vehicleType,
    rounds: await roundsForJob(db, record),
    watches: record.watches.map(describeWatch),
    setAside: record.setAside.map(signed),
  }
}
