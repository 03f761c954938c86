import type { CommandPayload, Job } from '@anklet/contract'
import type { Intention } from '../../../client/queries.ts'

/** Closes a job. @param reason why it is closed with its finding open; null: nothing is open */
export const closeJob = (jobId: string, reason: string | null): CommandPayload<'job.close'> => ({
  jobId,
  ...(reason === null ? {} : { reason }),
})

/** Opens a closed job again. */
export const reopenJob = ({ id: jobId, version }: Job): Intention<'job.reopen'> => ({
  payload: { jobId },
  baseVersion: version,
})
