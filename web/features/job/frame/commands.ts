import type { Job } from '@anklet/contract'
import type { Intention } from '../../../client/queries.ts'

/** Closes a job. @param reason why it is closed with its finding open; null: nothing is open */
export const closeJob = (
  { id: jobId, version }: Job,
  reason: string | null,
): Intention<'job.close'> => ({
  payload: { jobId, ...(reason === null ? {} : { reason }) },
  baseVersion: version,
})

/** Opens a closed job again. */
export const reopenJob = ({ id: jobId, version }: Job): Intention<'job.reopen'> => ({
  payload: { jobId },
  baseVersion: version,
})
