import { eq } from 'drizzle-orm'
import type { Found } from '@anklet/contract'
import type { PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { bookWith, checksAt } from '@anklet/core/reasoning/diagnosis'
import { isOutcome } from '@anklet/core/reasoning/evidence'
import type { Architecture } from '@anklet/core/base/vehicle'
import { AppError } from '../../kernel/appError.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, vehicle, vehicleType } from '../../store/schema.ts'
import { readChanges } from './queries.ts'

/** Every check of this shop that can be done on such a vehicle. */
export const checksIn = async (
  db: Database | Transaction,
  architecture: Architecture,
): Promise<ReadonlyMap<string, PlacedCheck>> =>
  checksAt(bookWith(await readChanges(db)), architecture)

/**
 * Says no to what no check can come to on the car of a job: a check or an outcome nobody knows, or
 * one for a place its architecture has not.
 * @throws {AppError} `findingUnknown`
 */
export async function refuseUnknown(
  tx: Transaction,
  jobId: string,
  found: readonly { readonly check: string; readonly outcome: string | null }[],
  path: (index: number) => string,
): Promise<void> {
  if (found.length === 0) return
  const [of] = await tx
    .select({ architecture: vehicleType.architecture })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(job.id, jobId))
  const checks = await checksIn(tx, of!.architecture)
  found.forEach(({ check, outcome }, index) => {
    const placed = checks.get(check)
    if (!placed)
      throw new AppError(
        'findingUnknown',
        {
          sentence: `A car of this type has no check "${check}": it is not done there, or nobody knows it.`,
        },
        `${path(index)}/check`,
      )
    if (outcome !== null && !isOutcome(placed, outcome))
      throw new AppError(
        'findingUnknown',
        { sentence: `"${placed.check.name}" cannot come to "${outcome}" on a car of this type.` },
        `${path(index)}/outcome`,
      )
  })
}

/** The same of what a test found. */
export const refuseUnknownFinds = (
  tx: Transaction,
  jobId: string,
  finds: readonly Found[],
): Promise<void> => refuseUnknown(tx, jobId, finds, (index) => `/payload/finds/${index}`)
