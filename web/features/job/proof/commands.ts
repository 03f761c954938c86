import type { CommandPayload } from '@anklet/contract'
import type { Joint, Outcome, SaidItem } from '@anklet/core/work/proof'
import type { Intention } from '../../../client/queries.ts'

type Content = CommandPayload<'proof.record'>['content']

/** An entry of the proof, new on the record. */
export const recordProof = (jobId: string, content: Content): Intention<'proof.record'> => ({
  payload: { entryId: crypto.randomUUID(), jobId, content },
})

/** What goes with something that was shown. */
export interface ShownWith {
  /** The joint it was shown at; left out: it has none. */
  readonly joint?: Joint | null
  readonly words?: string
  /** The day it is booked for; left out: none. */
  readonly on?: string | null
}

/** Says what was shown, and how it came out. */
export const sayShown = (
  jobId: string,
  item: SaidItem,
  outcome: Outcome,
  { joint = null, words = '', on = null }: ShownWith = {},
): Intention<'proof.record'> =>
  recordProof(jobId, { kind: 'shown', item, joint, outcome, words: words.trim(), on })

/** Plans when the car is measured again. */
export const planReturn = (jobId: string, due: Date, words: string): Intention<'proof.record'> =>
  recordProof(jobId, { kind: 'return', dueAt: due.toISOString(), words: words.trim() })
