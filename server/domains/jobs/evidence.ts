import type { EvidenceOfJob } from '@anklet/contract'
import { knownOf } from '@anklet/core/reasoning/evidence'
import type { Database } from '../../store/database.ts'
import { readJob } from './queries.ts'
import { checksIn } from '../knowledge/knownChecks.ts'

/** All that is known of the car of a job, and what repairs ended. @throws {AppError} `notFound` */
export async function readEvidence(db: Database, id: string): Promise<EvidenceOfJob> {
  const of = await readJob(db, id)
  return knownOf(of, await checksIn(db, of.vehicleType.architecture))
}
