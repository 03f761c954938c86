import { WORK_STOPS } from '@anklet/language/problems/record'
import { asc, eq } from 'drizzle-orm'
import { foundBy } from '@anklet/core/measuring/leakdown'
import { runOf } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { job, vehicle, watch } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { askConcluded } from './findings.ts'
import { openJobOf } from '../rounds/queries.ts'
import { guardedOf, refuseTemporary } from '../work/queries.ts'
import { required, updateVersion } from '../../kernel/saving.ts'
import { askHandedOver } from '../proofRecord/queries.ts'

/** Opens a job on a vehicle. */
export const openJob: Handler<'job.open'> = async (tx, { payload, at, person }) => {
  required(
    await tx.select({ id: vehicle.id }).from(vehicle).where(eq(vehicle.id, payload.vehicleId)),
    'vehicle',
    '/payload/vehicleId',
  )
  await tx.insert(job).values({
    id: payload.jobId,
    vehicleId: payload.vehicleId,
    openedAt: at,
    openedBy: person,
    complaint: payload.complaint,
  })
  return 1
}

/** Changes what the customer says. */
export const changeComplaint: Handler<'job.complaint'> = async (tx, { payload, baseVersion }) => {
  await openJobOf(tx, payload.jobId)
  return updateVersion(tx, job, payload.jobId, baseVersion, { complaint: payload.complaint }, 'job')
}

/** Records what is seen and heard of the car when it arrives. */
export const recordArrival: Handler<'job.arrive'> = async (tx, { payload, baseVersion }) => {
  await openJobOf(tx, payload.jobId)
  return updateVersion(tx, job, payload.jobId, baseVersion, { arrival: payload.arrival }, 'job')
}

// Found and not handed over: somebody drives off with it.
async function isFindingOpen(
  tx: Transaction,
  jobId: string,
  watches: readonly Pick<typeof watch.$inferSelect, 'state' | 'finding'>[],
): Promise<boolean> {
  const last = watches.findLast(({ state }) => state !== 'givenUp')
  const isConcluded = (await askConcluded(tx, [jobId])).length > 0
  return (
    foundBy(isConcluded, last?.finding ?? null) !== null &&
    (await askHandedOver(tx, [jobId])).length === 0
  )
}

/** Closes a job; a running watch has to be ended first, and what work has left changed put back. */
export const closeJob: Handler<'job.close'> = async (tx, { payload, baseVersion, at }) => {
  await openJobOf(tx, payload.jobId)
  const watches = await tx
    .select({ state: watch.state, finding: watch.finding })
    .from(watch)
    .where(eq(watch.jobId, payload.jobId))
    .orderBy(asc(watch.startedAt))
  if (watches.some(({ state }) => state === 'running')) throw new AppError('watchRuns')
  const work = await guardedOf(tx, payload.jobId)
  if (work) refuseTemporary(work, runOf(work))
  if (work && work.entries.length > 0 && (await askHandedOver(tx, [payload.jobId])).length === 0)
    throw new AppError('notProved', {
      sentence: WORK_STOPS.handOverFirst(),
    })
  const reason = payload.reason?.trim() ?? ''
  const open = await isFindingOpen(tx, payload.jobId, watches)
  if (open && reason === '') throw new AppError('findingOpen', {}, '/payload/reason')
  return updateVersion(
    tx,
    job,
    payload.jobId,
    baseVersion,
    { closedAt: at, closedReason: open ? reason : null },
    'job',
  )
}

/** Opens a closed job again. */
export const reopenJob: Handler<'job.reopen'> = (tx, { payload, baseVersion }) =>
  updateVersion(tx, job, payload.jobId, baseVersion, { closedAt: null, closedReason: null }, 'job')
