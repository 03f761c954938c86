import type { CodeReading, Job } from '@anklet/contract'
import type { ReportedCode } from '@anklet/core/reasoning/codes'
import type { Intention } from '../../../client/queries.ts'

/** Keeps what was read out of the module; no code at all is a reading as well. */
export const recordCodes = (
  { id: jobId }: Job,
  readingId: string,
  from: CodeReading['from'],
  tool: string,
  codes: readonly ReportedCode[],
): Intention<'codes.record'> => ({ payload: { readingId, jobId, from, tool, codes } })
