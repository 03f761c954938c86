import type { Intention } from '../../../client/queries.ts'
import type { ReadLog } from '../../../client/workers/logFileWorker.ts'

/** Letters of a title: the contract's bound. */
const MOST_LETTERS = 80

/** Keeps with a job the log that was read out of a file. */
export const keepLog = (
  jobId: string,
  logId: string,
  file: Pick<File, 'name' | 'lastModified'>,
  { rows, channels, trace, own }: ReadLog,
): Intention<'log.keep'> => ({
  payload: {
    logId,
    jobId,
    title: own?.title ?? file.name.slice(0, MOST_LETTERS),
    deviceName: own?.deviceName ?? 'out of a file',
    startedAt: own?.at ?? new Date(file.lastModified).toISOString(),
    rows,
    channels,
    trace,
  },
})
