import type { Job } from '@anklet/contract'
import type { Joint, Outcome, SaidItem } from '@anklet/core/work/proof'

/** What was said last of something that is to be shown. */
export const latest = ({ proof }: Job, item: SaidItem, joint: Joint | null): Outcome | null => {
  const entry = proof.findLast(
    ({ content }) => content.kind === 'shown' && content.item === item && content.joint === joint,
  )?.content
  return entry?.kind === 'shown' ? entry.outcome : null
}

/** The phase where a round is begun at once. */
export const WALK = 'heights?walk'

/** Where a round of a job is begun at once. */
export const walkAt = (jobId: string): string => `/jobs/${jobId}/${WALK}`
