import { eq, inArray } from 'drizzle-orm'
import type { WorkRecord } from '@anklet/contract'
import { mayEnter, runOf } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import { workProblem } from './problem.ts'
import type { Transaction } from '../../store/database.ts'
import { person, photo, workEntry } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { guardedOf } from './queries.ts'

async function checkPhotos(
  tx: Transaction,
  jobId: string,
  { content }: Pick<WorkRecord, 'content'>,
): Promise<void> {
  if (content.kind !== 'done' || content.photoIds.length === 0) return
  const known = await tx
    .select({ jobId: photo.jobId })
    .from(photo)
    .where(inArray(photo.id, content.photoIds))
  if (known.length < content.photoIds.length || known.some((each) => each.jobId !== jobId))
    throw new AppError('unknownReference', { what: 'photo' }, '/payload/content/photoIds')
}

// Where a shop has named nobody who agrees to deviations, anybody else may.
async function checkLead(tx: Transaction, by: string): Promise<void> {
  const leads = await tx.select({ id: person.id }).from(person).where(eq(person.role, 'lead'))
  if (leads.length > 0 && !leads.some(({ id }) => id === by))
    throw new AppError(
      'workStops',
      { sentence: 'A lead agrees to what was done otherwise.' },
      '/person',
    )
}

/**
 * Takes an entry into the record of the work, if gates, proofs and torques allow it.
 * @throws {AppError} `planMissing`, `stepDone`, `workNotYet`, `workStops` with the reason
 */
export const recordWork: Handler<'work.record'> = async (
  tx,
  { payload: { entryId: id, jobId, content }, person: by, at },
) => {
  await openJobOf(tx, jobId)
  const of = await guardedOf(tx, jobId)
  if (!of) throw new AppError('planMissing')
  await checkPhotos(tx, jobId, { content })
  if (content.kind === 'approved' || content.kind === 'declined') await checkLead(tx, by)
  const run = runOf(of)
  const allowed = mayEnter(of, run, by, content, Date.parse(at))
  if (!allowed.ok) {
    const names = new Map((await tx.select().from(person)).map((row) => [row.id, row.name]))
    const { code, path, sentence } = workProblem(allowed.error, {
      ...of,
      nameOf: (who) => names.get(who) ?? 'A colleague',
    })
    throw new AppError(code, { sentence }, path)
  }
  await tx.insert(workEntry).values({ id, jobId, personId: by, at, content })
  return null
}
