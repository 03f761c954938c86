import type { Proof } from '@anklet/core/procedure'
import type { Deviation } from '@anklet/core/work'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** What was entered for a step that is not confirmed yet. */
export interface StepDraft {
  /** How each thing it must show was shown, by condition and corner. */
  readonly shown: Readonly<Record<string, { readonly proof: Proof; readonly by: 'link' | 'gauge' | 'person'; readonly bar: string }>>
  readonly torque: string
  readonly unit: 'N.m' | 'lbf.ft'
  readonly source: string
  readonly second: string | null
  readonly photoIds: readonly string[]
  readonly note: string
  readonly deviation: Deviation['kind'] | null
  readonly reason: string
}

export const EMPTY_STEP: StepDraft = { shown: {}, torque: '', unit: 'N.m', source: '', second: null, photoIds: [], note: '', deviation: null, reason: '' }

interface StepDrafts {
  readonly byKey: Readonly<Record<string, StepDraft>>
  patch(key: string, change: Partial<StepDraft>): void
  drop(key: string): void
}

/** Steps half entered, kept through a reload. */
export const useStepDrafts = create<StepDrafts>()(persist((set) => ({
  byKey: {},
  patch: (key, change) => set(({ byKey }) => ({ byKey: { ...byKey, [key]: { ...EMPTY_STEP, ...byKey[key], ...change } } })),
  drop: (key) => set(({ byKey }) => ({ byKey: Object.fromEntries(Object.entries(byKey).filter(([other]) => other !== key)) })),
}), { name: 'anklet.steps', version: 1 }))
