import type { Proof } from '@anklet/core/work/procedure'
import type { Deviation, NoThread } from '@anklet/core/work/record'
import { keptDrafts } from './kept.ts'

/** What was entered for a step that is not confirmed yet. */
export interface StepDraft {
  /** How each thing it must show was shown, by condition and corner. */
  readonly shown: Readonly<
    Record<
      string,
      {
        readonly proof: Proof
        readonly by: 'link' | 'gauge' | 'person'
        readonly bar: string
        /** The device that showed it; none: a person did. */
        readonly deviceId?: string | undefined
      }
    >
  >
  readonly torque: string
  /** Unit of the torque; null: nobody said otherwise than the shop. */
  readonly unit: 'N.m' | 'lbf.ft' | null
  /** Where a figure is written; null: as it was said before, if it was. */
  readonly source: string | null
  /** What holds it instead of a thread, as it was seen. */
  readonly noThread: NoThread | null
  /** What was measured, in the shop’s unit. */
  readonly reading: string
  readonly second: string | null
  readonly photoIds: readonly string[]
  readonly note: string
  readonly deviation: Deviation['kind'] | null
  readonly reason: string
}

/** The same, its torque in a unit. */
export type StepTyped = StepDraft & { readonly unit: NonNullable<StepDraft['unit']> }

export const EMPTY_STEP: StepDraft = {
  shown: {},
  torque: '',
  unit: null,
  source: null,
  noThread: null,
  reading: '',
  second: null,
  photoIds: [],
  note: '',
  deviation: null,
  reason: '',
}

/** Steps half entered. */
export const useStepDrafts = keptDrafts('anklet.steps', EMPTY_STEP)
