import type { ProofItem } from '@anklet/core/work/proof'
import { isProved } from '@anklet/core/work/proof'
import type { Intention } from '../../client/queries.ts'
import { recordProof } from '../job/proof/commands.ts'
import type { Written } from '../../client/state/handovers.ts'

/** The handover as it goes on record. @param items what was to be shown; null: nothing was repaired */
export function handOver(
  jobId: string,
  items: readonly ProofItem[] | null,
  written: Written,
): Intention<'proof.record'> {
  const proved = items !== null && isProved(items)
  return recordProof(jobId, {
    kind: 'handedOver',
    proved,
    reason: proved ? '' : written.reason.trim(),
    missing: (items ?? []).filter(({ state }) => state !== 'shown').map(({ id }) => id),
    watchFor: written.watchFor.trim(),
    notDone: written.notDone.trim(),
    conditions: written.conditions.trim(),
    withTorques: written.withTorques,
    photoIds: [...written.photoIds],
  })
}
