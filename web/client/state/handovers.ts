import { keptDrafts } from './kept.ts'

/** What a person writes for the owner. */
export interface Written {
  readonly watchFor: string
  readonly notDone: string
  readonly conditions: string
  readonly withTorques: boolean
  readonly photoIds: readonly string[]
  readonly reason: string
}

export const NOTHING_WRITTEN: Written = {
  watchFor: '',
  notDone: '',
  conditions: '',
  withTorques: false,
  photoIds: [],
  reason: '',
}

/** Papers half written, by job. */
export const useHandovers = keptDrafts('anklet.handovers', NOTHING_WRITTEN)
