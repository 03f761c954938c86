import type { CheckKind } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import type { Said } from '@anklet/language/causes/checks'
import type { Intention } from '../../../client/queries.ts'

/** Lines of a check or a note that are kept: the contract's bound. */
const MOST_LINES = 20

/** A check that was done. */
export interface DoneCheck {
  readonly checkId: string
  readonly jobId: string
  readonly kind: CheckKind
  readonly corner: Corner | null
  readonly logId: string | null
  /** Devices that told something of it; those that were not there are undefined. */
  readonly sources: readonly (string | undefined)[]
  readonly said: Said
}

/** Keeps with the job what a check showed. */
export function recordCheck({ sources, said, ...check }: DoneCheck): Intention<'check.record'> {
  const deviceIds = [...new Set(sources.flatMap((deviceId) => deviceId ?? []))]
  return {
    payload: {
      ...check,
      ...(deviceIds.length > 0 ? { deviceIds } : {}),
      ...said,
      lines: said.lines.slice(0, MOST_LINES),
    },
  }
}

/** Keeps with a job what a tool of the bench says. */
export const noteFromBench = (
  noteId: string,
  jobId: string,
  title: string,
  lines: readonly string[],
): Intention<'job.note'> => ({
  payload: { noteId, jobId, from: 'bench', title, lines: lines.slice(0, MOST_LINES) },
})
