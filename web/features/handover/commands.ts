import type { CommandPayload } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { isProved } from '@anklet/core/work/proof'
import type { Written } from '../../client/state/handovers.ts'

/** Where the paper's texts are typed that the record holds. */
export const WRITTEN_AT: Readonly<Record<string, keyof Written>> = {
  '/content/reason': 'reason',
  '/content/watchFor': 'watchFor',
  '/content/notDone': 'notDone',
  '/content/conditions': 'conditions',
}

/** The handover as it goes on record. @param items what was to be shown; null: nothing was repaired */
export function handOver(
  entryId: string,
  jobId: string,
  items: readonly ProofItem[] | null,
  written: Written,
): CommandPayload<'proof.record'> {
  const proved = items !== null && isProved(items)
  return {
    entryId,
    jobId,
    content: {
      kind: 'handedOver',
      proved,
      reason: proved ? '' : written.reason.trim(),
      missing: (items ?? []).filter(({ state }) => state !== 'shown').map(({ id }) => id),
      watchFor: written.watchFor.trim(),
      notDone: written.notDone.trim(),
      conditions: written.conditions.trim(),
      withTorques: written.withTorques,
      photoIds: [...written.photoIds],
    },
  }
}
