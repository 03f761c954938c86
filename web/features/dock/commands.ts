import type { DeviceStatus, Job } from '@anklet/contract'
import type { ReportedCode } from '@anklet/core/reasoning/codes'
import type { Intention } from '../../client/queries.ts'

/** Begins to record what a device tells into a log of the job. */
export const startLog = (jobId: string, deviceId: string): Intention<'log.start'> => ({
  payload: { logId: crypto.randomUUID(), jobId, deviceId, title: 'Recorded at the car' },
})

/** Ends a log. */
export const stopLog = (logId: string): Intention<'log.stop'> => ({ payload: { logId } })

/** Keeps the codes a link read by itself. */
export const recordLinkCodes = (
  { id: jobId }: Job,
  { identity }: DeviceStatus,
  codes: readonly ReportedCode[],
): Intention<'codes.record'> => ({
  payload: {
    readingId: crypto.randomUUID(),
    jobId,
    from: 'link',
    tool: identity.name,
    deviceIds: [identity.id],
    codes,
  },
})

/** Says what live values show. @param deviceIds what told them */
export const sayLiveEvidence = (
  { id: jobId }: Job,
  { check, outcome }: { readonly check: string; readonly outcome: string },
  deviceIds: readonly string[],
): Intention<'evidence.say'> => ({
  payload: {
    evidenceId: crypto.randomUUID(),
    jobId,
    check,
    say: 'found',
    outcome,
    reason: '',
    from: 'link',
    deviceIds,
  },
})
