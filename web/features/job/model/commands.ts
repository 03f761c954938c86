import type { Complaint, Job } from '@anklet/contract'
import { NO_COMPLAINT } from '@anklet/language/causes/complaint'
import type { Intention } from '../../../client/queries.ts'

/** Opens a job on a car; what its owner says is asked at the intake. */
export const openJob = (jobId: string, vehicleId: string): Intention<'job.open'> => ({
  payload: { jobId, vehicleId, complaint: NO_COMPLAINT },
})

/** Keeps what the owner says. @param baseVersion of the job that was looked at */
export const keepComplaint = (
  { id: jobId }: Pick<Job, 'id'>,
  complaint: Complaint,
  baseVersion: number,
): Intention<'job.complaint'> => ({ payload: { jobId, complaint }, baseVersion })
