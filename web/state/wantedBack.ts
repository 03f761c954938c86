import type { WantedBack } from '@anklet/core/diagnosis'
import { keptDrafts } from './kept.ts'

/** When the car of a job is wanted back, as somebody here said; by job. */
export const useWantedBack = keptDrafts<{ readonly wanted: WantedBack | null }>(
  'anklet.wanted-back',
  { wanted: null },
)
