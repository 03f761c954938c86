import type { ArrivalRecord, CommandPayload, Repair } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'

/** Keeps what was seen and heard on arrival. */
export const keepArrival = (
  jobId: string,
  arrival: ArrivalRecord,
): CommandPayload<'job.arrive'> => ({ jobId, arrival })

/** Writes down something worth remembering. */
export const writeNote = (
  noteId: string,
  jobId: string,
  { words }: { readonly words: string },
): CommandPayload<'job.note'> => ({
  noteId,
  jobId,
  from: 'person',
  title: 'Note',
  lines: [words.trim()],
})

/** What was mended, as it is tapped and typed. */
export interface Mended {
  /** Null: nothing is tapped yet. */
  readonly part: Repair['part'] | null
  readonly corners: readonly Corner[]
  readonly words: string
}

/** Writes down what was mended or replaced; what nobody tapped the check refuses. */
export const recordRepair = (
  repairId: string,
  jobId: string,
  { part, corners, words }: Mended,
): CommandPayload<'job.repair'> => ({
  repairId,
  jobId,
  part: part as Repair['part'],
  corners,
  words: words.trim(),
})
