import type { Placeholder } from 'drizzle-orm'
import { desc, eq } from 'drizzle-orm'
import type { WorkRecord, WorkSummary } from '@anklet/contract'
import type { Architecture } from '@anklet/core/base/vehicle'
import type { ProcedureBook } from '@anklet/core/work/procedure'
import { stepsOfPlan, workedBy } from '@anklet/core/work/procedure'
import { backOnWheelsMs } from '@anklet/core/work/proof'
import type { Guarded, Run } from '@anklet/core/work/record'
import { factSentence, jointSentence, stepSentence } from '@anklet/language/work/record'
import { runOf } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import type { Answers, Open } from '../../store/atOnce.ts'
import { asking } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { plan, procedures, torque, vehicleType, workEntry } from '../../store/schema.ts'
import { among } from '../../kernel/among.ts'
import { signed } from '../../kernel/instants.ts'
import type { Which } from '../../kernel/which.ts'
import { askInOrder, typeOfJob } from '../../kernel/which.ts'

/** Asks for the record of the work on a job, in the order it was taken. @param jobId null: on all jobs */
export const askWork = (
  db: Database | Transaction,
  jobId: Open | null,
  which: Which = 'counting',
) => askInOrder(db, workEntry, jobId, which)

/**
 * The record of the work on a job, or on all jobs, in the order it was taken.
 * @param jobId null: of all jobs
 */
export const workOf = async (
  db: Database | Transaction,
  jobId: string | null,
  which?: Which,
): Promise<WorkRecord[]> => (await askWork(db, jobId, which)).map(signed)

/** Asks for the shop's procedures, where it has its own. */
export const askBook = (db: Database | Transaction) =>
  db.select({ book: procedures.book }).from(procedures)

/** Asks for the torques of a vehicle type. */
export const askTorques = (db: Database | Transaction, typeId: Open) =>
  db.select().from(torque).where(eq(torque.typeId, typeId))

/** The procedures the shop works by: its own, or those that ship. */
export const bookIn = async (db: Database | Transaction): Promise<ProcedureBook> =>
  workedBy((await askBook(db))[0]?.book ?? null)

/** What the guard of a work goes by. */
interface GuardedBy {
  readonly architecture: Architecture
  /** The plan that was made last. */
  readonly made: typeof plan.$inferSelect
  readonly book: ProcedureBook
  readonly torques: readonly (typeof torque.$inferSelect)[]
  readonly entries: readonly WorkRecord[]
}

/** Work with all that its guard must know; null where its plan can be made no more. */
export function guardedBy({
  architecture,
  made,
  book,
  torques,
  entries,
}: GuardedBy): Guarded | null {
  const steps = stepsOfPlan(book, architecture, made)
  if (!steps) return null
  const ranges = new Map(torques.map((row) => [row.fastener, row]))
  return {
    book,
    architecture,
    steps,
    flat: made.flat,
    entries,
    torqueOf: (fastener) => ranges.get(fastener) ?? null,
  }
}

const askGuarded = asking((db, { jobId }: Record<'jobId', Placeholder>) => ({
  plans: db
    .select()
    .from(plan)
    .where(eq(plan.jobId, jobId))
    .orderBy(desc(plan.at), desc(plan.id))
    .limit(1),
  types: db
    .select({ architecture: vehicleType.architecture })
    .from(vehicleType)
    .where(eq(vehicleType.id, typeOfJob(jobId))),
  books: askBook(db),
  torques: askTorques(db, typeOfJob(jobId)),
  entries: askWork(db, jobId),
}))

/**
 * The work on a job with all that its guard must know; null while nothing is planned, or its plan
 * can be made no more.
 */
export async function guardedOf(
  db: Database | Transaction,
  jobId: string,
): Promise<Guarded | null> {
  const {
    plans: [made],
    types: [of],
    books,
    torques,
    entries,
  } = await askGuarded(db, { jobId })
  if (!made || !of) return null
  return guardedBy({
    architecture: of.architecture,
    made,
    book: workedBy(books[0]?.book ?? null),
    torques,
    entries: entries.map(signed),
  })
}

/**
 * Refuses while work has left something changed.
 * @throws {AppError} `workStops` with what is still to be put back
 */
export function refuseTemporary(
  { book }: Pick<Guarded, 'book'>,
  { temporary }: Pick<Run, 'temporary'>,
): void {
  if (temporary.length > 0)
    throw new AppError('workStops', {
      sentence: `Not yet: still to be put back: ${temporary.map((each) => factSentence(book, each)).join('; ')}.`,
    })
}

/**
 * Refuses what hangs on a tight joint while one bubbles.
 * @throws {AppError} `proofStops` with the joints
 */
export function refuseBubbling({ bubbles }: Pick<Run, 'bubbles'>, path: string): void {
  if (bubbles.length > 0)
    throw new AppError(
      'proofStops',
      {
        sentence:
          `It bubbles: ${bubbles.map(jointSentence).join(', ')}. Make that joint tight first; ` +
          'what hangs on it waits.',
      },
      path,
    )
}

const stageOf = ({ begun, finished, ready, steps }: Run): WorkSummary['at'] => {
  const next = ready[0] ?? steps.find(({ state }) => state === 'open' || state === 'again')?.step
  return !begun
    ? 'ready'
    : finished || !next
      ? 'finished'
      : next.phase === 'fill' || next.phase === 'down'
        ? 'filling'
        : next.phase === 'prove'
          ? 'proving'
          : 'taking'
}

/** How the work on a car stands, for a list. */
export function summaryOf(of: Guarded): WorkSummary {
  const run = runOf(of)
  const next = run.ready[0]
  const back = backOnWheelsMs(run)
  return {
    at: stageOf(run),
    done: run.steps.filter(({ state }) => state === 'done').length,
    of: run.steps.filter(({ state }) => state !== 'passed').length,
    temporary: run.temporary.length,
    bubbles: run.bubbles.map((joint) => jointSentence(joint)),
    lost: run.lost.map((each) => factSentence(of.book, each)),
    paused: run.paused !== null,
    hands: [...run.hands],
    handedTo: run.handedTo?.content.kind === 'handed' ? run.handedTo.content.to : null,
    awaiting: run.awaiting.length,
    next: next ? stepSentence(next) : null,
    backAt: back === null ? null : new Date(back).toISOString(),
  }
}

// What a list shows is made anew only when something was entered or planned.
const summaries = new Map<string, { readonly at: string; readonly summary: WorkSummary }>()

/** Asks which of some jobs are planned, and what has been entered on them. */
export const askPlanned = (db: Database | Transaction, jobIds: Open<readonly string[]>) => ({
  planned: db
    .selectDistinctOn([plan.jobId], { jobId: plan.jobId, planId: plan.id })
    .from(plan)
    .where(among(plan.jobId, jobIds))
    .orderBy(plan.jobId, desc(plan.at), desc(plan.id)),
  entered: db
    .selectDistinctOn([workEntry.jobId], { jobId: workEntry.jobId, seq: workEntry.seq })
    .from(workEntry)
    .where(among(workEntry.jobId, jobIds))
    .orderBy(workEntry.jobId, desc(workEntry.seq)),
  bookVersions: db.select({ version: procedures.version }).from(procedures),
})

/** How the work stands on those of them that are planned. */
export async function summariseWork(
  db: Database,
  { planned, entered, bookVersions }: Answers<ReturnType<typeof askPlanned>>,
): Promise<Map<string, WorkSummary>> {
  const found = new Map<string, WorkSummary>()
  const last = new Map(entered.map(({ jobId, seq }) => [jobId, seq]))
  for (const { jobId, planId } of planned) {
    const at = `${planId} ${String(last.get(jobId) ?? 0)} ${String(bookVersions[0]?.version ?? 0)}`
    const kept = summaries.get(jobId)
    if (kept?.at === at) {
      found.set(jobId, kept.summary)
      continue
    }
    const of = await guardedOf(db, jobId)
    if (!of) continue
    const summary = summaryOf(of)
    summaries.set(jobId, { at, summary })
    found.set(jobId, summary)
  }
  return found
}
