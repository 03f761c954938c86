import type { CommandPayload, Complaint } from '@anklet/contract'
import { NO_COMPLAINT } from '@anklet/language/causes/complaint'
import type { Intention } from '../../../client/queries.ts'

/** Opens a job on a car; what its owner says is asked at the intake. */
export const openJob = (jobId: string, vehicleId: string): Intention<'job.open'> => ({
  payload: { jobId, vehicleId, complaint: NO_COMPLAINT },
})

/** Keeps what the owner says. */
export const keepComplaint = (
  jobId: string,
  complaint: Complaint,
): CommandPayload<'job.complaint'> => ({ jobId, complaint })
