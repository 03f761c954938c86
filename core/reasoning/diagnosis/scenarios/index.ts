import type { Scenario } from './follow.ts'
import data from './scenarios.json' with { type: 'json' }

/**
 * Faults as somebody would tell them: what is said, what each check would show, and the truth.
 * `tuned` were looked at while the advice was made; `held` were written without running them and
 * first tried when it was done.
 */
export const scenarios = data as unknown as {
  readonly tuned: readonly Scenario[]
  readonly held: readonly Scenario[]
}
