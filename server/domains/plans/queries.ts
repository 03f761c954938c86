import { asc, eq } from 'drizzle-orm'
import type { PlanMade, Procedures, Torque } from '@anklet/contract'
import { USUAL_WAY } from '@anklet/core/work/procedure'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { plan, procedures, torque } from '../../store/schema.ts'
import { asKept } from '../work/books.ts'
import { signed } from '../../kernel/instants.ts'

/** The shop's procedures and its way. */
export async function readProcedures(db: Database | Transaction): Promise<Procedures> {
  const [row] = await db
    .select({ version: procedures.version, book: procedures.book, way: procedures.way })
    .from(procedures)
  return row ? { ...row, book: asKept(row.book) } : { version: 1, book: null, way: USUAL_WAY }
}

/** Torques, by vehicle type and fastener. */
export const listTorques = (db: Database | Transaction): Promise<Torque[]> =>
  db.select().from(torque).orderBy(asc(torque.typeId), asc(torque.fastener))

/** Asks for plans that were made, oldest first. @param jobId null: on all jobs */
export const askPlans = (db: Database | Transaction, jobId: Open | null) =>
  db
    .select()
    .from(plan)
    .where(jobId === null ? undefined : eq(plan.jobId, jobId))
    .orderBy(asc(plan.at), asc(plan.id))

/** Plans that were made, oldest first. @param jobId null: on all jobs */
export const plansOf = async (
  db: Database | Transaction,
  jobId: string | null,
): Promise<PlanMade[]> => (await askPlans(db, jobId)).map(signed)
