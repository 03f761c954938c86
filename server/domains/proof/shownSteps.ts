import { randomUUID } from 'node:crypto'
import type { Job, WorkRecord } from '@anklet/contract'
import { chargesInForce } from '@anklet/core/physics/compressor'
import { DEFAULT_REPEATABILITY_MM } from '@anklet/core/measuring/heights'
import { proofFacts, proofOf, stepsShown } from '@anklet/core/work/proof'
import { doneByRecord, runOf } from '@anklet/core/work/record'
import type { Transaction } from '../../store/database.ts'
import { workEntry } from '../../store/schema.ts'
import { readJob } from '../jobs/queries.ts'
import { guardedOf } from '../work/queries.ts'
import { readRepeatability } from '../rounds/repeatability.ts'

const newestCharge = (charges: Job['charges'], jobId: string): { readonly atMs: number } | null => {
  const at = chargesInForce(charges)
    .filter((each) => each.jobId === jobId)
    .map((each) => Date.parse(each.at))
  return at.length > 0 ? { atMs: Math.max(...at) } : null
}

/** What is on record of a job, and how well this shop's tape repeats itself. */
async function recordOf(tx: Transaction, jobId: string) {
  const job = await readJob(tx, jobId)
  const { learned } = await readRepeatability(tx)
  return { job, repeatabilityMm: learned?.repeatabilityMm ?? DEFAULT_REPEATABILITY_MM }
}

/**
 * Does the steps of the work on a job that are done by what is on record besides: a round walked, a
 * reading of codes, a word in the proof. Whoever recorded it last is who did it.
 */
export async function showSteps(
  tx: Transaction,
  jobId: string,
  person: string,
  at: string,
): Promise<void> {
  let record: Awaited<ReturnType<typeof recordOf>> | null = null
  // Each step done may open the way to the next.
  for (let of = await guardedOf(tx, jobId); of; of = await guardedOf(tx, jobId)) {
    const run = runOf(of)
    if (!run.begun || run.ready.every(({ shownBy }) => shownBy.length === 0)) return
    // Entering steps changes the work alone: the rest is read once, and only if it is asked for.
    const { job, repeatabilityMm } = (record ??= await recordOf(tx, jobId))
    const facts = proofFacts(job, of, run, repeatabilityMm)
    const shown = stepsShown(run, {
      facts,
      items: proofOf(facts),
      measured: job.rounds.some((round) => round.jobId === jobId),
      charged: newestCharge(job.charges, jobId),
    })
    if (shown.length === 0) return
    await tx.insert(workEntry).values(
      shown.map((step) => ({
        id: randomUUID(),
        jobId,
        personId: person,
        at,
        content: doneByRecord(step) as WorkRecord['content'],
      })),
    )
  }
}
