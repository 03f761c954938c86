import { keptDrafts } from './kept.ts'

/** What was ticked of a fill that no link shows. */
export interface FillTicks {
  /** Stages that were seen to get there, with when, ms since 1970. */
  readonly taken: readonly { readonly key: string; readonly atMs: number }[]
  /** Since when the stage at hand runs, ms since 1970; null: it does not. */
  readonly sinceMs: number | null
}

/** Fills under way, by job and axle. */
export const useFillTicks = keptDrafts<FillTicks>('anklet.fills', { taken: [], sinceMs: null })

/** A job that is filled needs its ticks no more. */
export function forgetFills(jobId: string): void {
  const { byKey, drop } = useFillTicks.getState()
  for (const key of Object.keys(byKey)) if (key.startsWith(`${jobId} `)) drop(key)
}
