import { and, asc, desc, eq, gt, notExists, sql } from 'drizzle-orm'
import type { ProofRecord, ReturnRecord } from '@anklet/contract'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, proofEntry, round, vehicle, vehicleType, workEntry } from '../../store/schema.ts'
import { among } from '../../kernel/among.ts'
import { iso, signed } from '../../kernel/instants.ts'
import type { Which } from '../../kernel/which.ts'
import { askInOrder, unnumbered } from '../../kernel/which.ts'

/** Asks what shows that a repair counts, in the order it was taken. @param jobId null: of all jobs */
export const askProof = (
  db: Database | Transaction,
  jobId: Open | null,
  which: Which = 'counting',
) => askInOrder(db, proofEntry, jobId, which)

/** What shows that a repair counts, on a job or on all, in the order it was taken. @param jobId null: of all jobs */
export const proofOfJob = async (
  db: Database | Transaction,
  jobId: string | null,
  which?: Which,
): Promise<ProofRecord[]> => (await askProof(db, jobId, which)).map(signed)

/** Asks the same of all jobs of a vehicle. */
export const askProofOfVehicle = (db: Database | Transaction, vehicleId: Open) =>
  db
    .select(unnumbered(proofEntry))
    .from(proofEntry)
    .innerJoin(job, eq(proofEntry.jobId, job.id))
    .where(and(eq(job.vehicleId, vehicleId), eq(proofEntry.setAside, false)))
    .orderBy(asc(proofEntry.seq))

const handing = sql`${proofEntry.content}->>'kind' = 'handedOver'`

/** Asks which of these jobs were handed over after their work was last changed. */
export const askHandedOver = (db: Database | Transaction, jobIds: Open<readonly string[]>) =>
  db
    .select({ jobId: proofEntry.jobId })
    .from(proofEntry)
    .where(and(among(proofEntry.jobId, jobIds), handing))
    .groupBy(proofEntry.jobId)
    .having(
      sql`max(${proofEntry.at}) >= coalesce((
        select max(${workEntry.at}) from ${workEntry} where ${workEntry.jobId} = ${proofEntry.jobId}
      ), '-infinity')`,
    )

/** Cars that are to be measured again and have not been yet, the soonest first. */
export async function listReturns(db: Database): Promise<ReturnRecord[]> {
  const planned = db
    .selectDistinctOn([job.vehicleId], {
      jobId: proofEntry.jobId,
      vehicleId: job.vehicleId,
      at: proofEntry.at,
      person: proofEntry.personId,
      dueAt: sql<string>`(${proofEntry.content}->>'dueAt')::timestamptz`.as('due_at'),
      words: sql<string>`${proofEntry.content}->>'words'`.as('return_words'),
    })
    .from(proofEntry)
    .innerJoin(job, eq(proofEntry.jobId, job.id))
    .where(sql`${proofEntry.content}->>'kind' = 'return'`)
    .orderBy(job.vehicleId, desc(proofEntry.seq))
    .as('planned')
  // A round walked on the day, or soon before it, is what was planned.
  const walked = db
    .select({ id: round.id })
    .from(round)
    .where(
      and(
        eq(round.vehicleId, planned.vehicleId),
        gt(round.endedAt, sql`greatest(${planned.at}, ${planned.dueAt} - interval '12 hours')`),
      ),
    )
  const rows = await db
    .select({
      jobId: planned.jobId,
      vehicleId: planned.vehicleId,
      plate: vehicle.plate,
      simulated: vehicle.simulated,
      typeName: vehicleType.name,
      dueAt: planned.dueAt,
      words: planned.words,
      person: planned.person,
    })
    .from(planned)
    .innerJoin(vehicle, eq(planned.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(notExists(walked))
    .orderBy(asc(planned.dueAt))
  return rows.map((row) => ({ ...row, dueAt: iso(row.dueAt) }))
}
