import type { ProblemCode } from '@anklet/contract'

/** What a calculation came to: its answer, or the problem and the data its sentence needs. */
export type CalculationOutcome =
  | { readonly ok: true; readonly value: unknown }
  | {
      readonly ok: false
      readonly error: {
        readonly code: ProblemCode
        readonly corner?: string
        readonly levelId?: string
        readonly sentence?: string
      }
    }
