import { asc, eq } from 'drizzle-orm'
import type { Agreement, CoilEntry, Decision, Part } from '@anklet/contract'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { agreement, coil, decision, part } from '../../store/schema.ts'
import { signed } from '../../kernel/instants.ts'

/** All parts, by vehicle type and name. */
export const listParts = (db: Database | Transaction): Promise<Part[]> =>
  db.select().from(part).orderBy(asc(part.typeId), asc(part.kind), asc(part.name), asc(part.id))
/** The list of coils, by name. */
export const listCoils = (db: Database | Transaction): Promise<CoilEntry[]> =>
  db.select().from(coil).orderBy(asc(coil.name))
/** Asks for what was decided, oldest first. @param jobId null: on all jobs */
export const askDecisions = (db: Database | Transaction, jobId: Open | null) =>
  db
    .select()
    .from(decision)
    .where(jobId === null ? undefined : eq(decision.jobId, jobId))
    .orderBy(asc(decision.at), asc(decision.id))
/** What was decided, oldest first. @param jobId null: on all jobs */
export const decisionsOf = async (
  db: Database | Transaction,
  jobId: string | null,
): Promise<Decision[]> => (await askDecisions(db, jobId)).map(signed)
/** Asks who agreed to what, oldest first. @param jobId null: on all jobs */
export const askAgreements = (db: Database | Transaction, jobId: Open | null) =>
  db
    .select()
    .from(agreement)
    .where(jobId === null ? undefined : eq(agreement.jobId, jobId))
    .orderBy(asc(agreement.at), asc(agreement.id))
/** Who agreed to what, oldest first. @param jobId null: on all jobs */
export const agreementsOf = async (
  db: Database | Transaction,
  jobId: string | null,
): Promise<Agreement[]> => (await askAgreements(db, jobId)).map(signed)
