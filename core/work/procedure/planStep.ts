import type { Place } from '../../base/vehicle/index.ts'
import type { ShownBy, StepFigure, StepReading, Stretch } from './book.ts'
import type { PlanFastener } from './fasteners.ts'
import type { Act, Condition, GateId } from './machine.ts'
import type { Proof } from './proofs.ts'

/** A step of a plan. */
export interface PlanStep {
  readonly key: string
  readonly step: string
  readonly place: Place
  readonly phase: Stretch
  readonly words: string
  readonly why: string
  readonly caution: string | null
  /** Hands on, min. */
  readonly minutes: number
  /** Unattended afterwards, min. */
  readonly waitMinutes: number
  readonly gates: readonly {
    readonly gate: GateId
    readonly asks: readonly { readonly condition: Condition; readonly proofs: readonly Proof[] }[]
  }[]
  readonly needs: readonly string[]
  readonly gives: readonly string[]
  readonly takes: readonly string[]
  readonly acts: readonly Act['act'][]
  readonly under: boolean
  readonly second: boolean
  /** How it is done without a second hand; null: it waits for one. */
  readonly alone: string | null
  /** It is done once all of these are on record; empty: whoever did it says so. */
  readonly shownBy: readonly ShownBy[]
  readonly photo: boolean
  readonly lift: 'up' | 'down' | null
  readonly part: string | null
  /** The fastener a torque is asked for, or at least whether it has one; null: none. */
  readonly torque: string | null
  /** Figures of the type that are wanted at hand while it is done. */
  readonly figures: readonly StepFigure[]
  /** What is measured and written down in it. */
  readonly reads: StepReading | null
  readonly loosens: readonly string[]
  readonly tightens: readonly PlanFastener[]
  readonly snugs: readonly string[]
  readonly retires: readonly string[]
  readonly tools: readonly string[]
  readonly uses: readonly string[]
  readonly jobs: readonly string[]
  /** What it waits for, and why. */
  readonly after: readonly { readonly key: string; readonly fact: string | null }[]
}
