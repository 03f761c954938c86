import type { EvidenceRecord } from '@anklet/contract'
import type { PlacedCause, Reasoned } from '@anklet/core/reasoning/diagnosis'
import { causeWords, foundWords } from '@anklet/language/causes/suspects'
import type { Intention } from '../../../client/queries.ts'
import type { SuspectsNow } from './useSuspects.ts'

/** Pieces a finding names at the most, and letters of each: the contract's bounds. */
const MOST_PIECES = 40
const MOST_LETTERS = 200

/** What is said of a check. */
export interface SaidOfCheck {
  readonly check: string
  readonly say: EvidenceRecord['say']
  readonly outcome: string | null
  /** Why it does not count; empty: it does. */
  readonly reason: string
}

/** Says what a check showed, or that it does not count. */
export const sayEvidence = (jobId: string, said: SaidOfCheck): Intention<'evidence.say'> => ({
  payload: { evidenceId: crypto.randomUUID(), jobId, ...said },
})

/** What a finding stands on: all that counts, newest last. */
const standsOn = ({ pieces, checks }: SuspectsNow): string[] =>
  pieces
    .filter(({ doubted }) => doubted === null)
    .map(({ check, outcome }) => foundWords(checks.get(check)!, outcome).slice(0, MOST_LETTERS))
    .slice(-MOST_PIECES)

/** Keeps a cause as the job's finding, with what it stands on. @param photoId null: without one */
export const concludeJob = (
  jobId: string,
  cause: PlacedCause,
  { settles }: Pick<Reasoned, 'settles'>,
  now: SuspectsNow,
  photoId: string | null,
): Intention<'job.conclude'> => ({
  payload: {
    conclusionId: crypto.randomUUID(),
    jobId,
    cause: cause.id,
    sentence: `${causeWords(cause)}.`,
    probability: settles.p,
    stands: standsOn(now),
    photoId,
  },
})
