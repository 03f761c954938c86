import { and, asc, desc, eq, getTableColumns, gt, inArray, sql } from 'drizzle-orm'
import type { ProofRecord, ReturnRecord } from '@anklet/contract'
import type { Database, Transaction } from '../store/database.ts'
import { job, proofEntry, round, vehicle, vehicleType, workEntry } from '../store/schema.ts'
import { iso, signed } from './instants.ts'

/** What shows that a repair counts, on a job or on all, in the order it was taken. @param jobId null: of all jobs */
export async function proofOfJob(db: Database | Transaction, jobId: string | null): Promise<ProofRecord[]> {
  return (await db.select().from(proofEntry).where(jobId === null ? undefined : eq(proofEntry.jobId, jobId)).orderBy(asc(proofEntry.seq))).map(({ seq: _seq, ...row }) => signed(row))
}

/** The same of all jobs of a vehicle. */
export async function proofOfVehicle(db: Database, vehicleId: string): Promise<ProofRecord[]> {
  const { seq: _seq, ...columns } = getTableColumns(proofEntry)
  return (await db.select(columns).from(proofEntry).innerJoin(job, eq(proofEntry.jobId, job.id)).where(eq(job.vehicleId, vehicleId)).orderBy(asc(proofEntry.seq))).map(signed)
}

const handing = sql`${proofEntry.content}->>'kind' = 'handedOver'`

/** Which of these jobs were handed over after their work was last changed. */
export async function handedOverAmong(db: Database | Transaction, jobIds: readonly string[]): Promise<ReadonlySet<string>> {
  const handed = await db.select({ jobId: proofEntry.jobId, at: sql<string>`max(${proofEntry.at})` }).from(proofEntry).where(and(inArray(proofEntry.jobId, [...jobIds]), handing)).groupBy(proofEntry.jobId)
  if (handed.length === 0) return new Set()
  const worked = new Map((await db.select({ jobId: workEntry.jobId, at: sql<string>`max(${workEntry.at})` }).from(workEntry).where(inArray(workEntry.jobId, handed.map(({ jobId }) => jobId))).groupBy(workEntry.jobId)).map(({ jobId, at }) => [jobId, Date.parse(iso(at))]))
  return new Set(handed.filter(({ jobId, at }) => Date.parse(iso(at)) >= (worked.get(jobId) ?? 0)).map(({ jobId }) => jobId))
}

/** Cars that are to be measured again and have not been yet, the soonest first. */
export async function listReturns(db: Database): Promise<ReturnRecord[]> {
  const planned = await db.selectDistinctOn([job.vehicleId], { jobId: proofEntry.jobId, vehicleId: job.vehicleId, plate: vehicle.plate, typeName: vehicleType.name, at: proofEntry.at, content: proofEntry.content, person: proofEntry.personId }).from(proofEntry)
    .innerJoin(job, eq(proofEntry.jobId, job.id)).innerJoin(vehicle, eq(job.vehicleId, vehicle.id)).innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(sql`${proofEntry.content}->>'kind' = 'return'`).orderBy(job.vehicleId, desc(proofEntry.seq))
  const open: ReturnRecord[] = []
  for (const { content, at, ...rest } of planned) {
    if (content.kind !== 'return') continue
    // A round walked on the day, or soon before it, is what was planned.
    const soonest = new Date(Math.max(Date.parse(iso(at)), Date.parse(content.dueAt) - 12 * 3600_000)).toISOString()
    const [since] = await db.select({ id: round.id }).from(round).where(and(eq(round.vehicleId, rest.vehicleId), gt(round.endedAt, soonest))).limit(1)
    if (!since) open.push({ ...rest, dueAt: content.dueAt, words: content.words })
  }
  return open.sort((a, b) => Date.parse(a.dueAt) - Date.parse(b.dueAt))
}
