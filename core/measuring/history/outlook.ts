import type { Corner } from '../../base/vehicle/index.ts'
import { WALK } from '../../base/vehicle/index.ts'
import type { Drift } from './drift.ts'
import type { Holds } from './holds.ts'

/** The corner whose nights grow most for certain, and those that only go with it: the body is stiff. */
export interface Warning {
  readonly corner: Corner
  readonly drift: Drift
  readonly following: readonly Corner[]
}

/** What is to be told before it fails; null: nothing grows for certain. */
export function warningOf(drifts: Readonly<Record<Corner, Drift | null>>): Warning | null {
  const [first, ...following] = WALK.filter((corner) => drifts[corner]?.reaches).sort(
    (a, b) => drifts[a]!.perMonthMm - drifts[b]!.perMonthMm,
  )
  return first ? { corner: first, drift: drifts[first]!, following } : null
}

/** A car that was handed over and measured again since: whether it stands as a tight one would. */
export interface SinceHandover {
  readonly handedAt: string
  readonly thenAt: string
  readonly nowAt: string
  /** Whether anything was done to it before. */ readonly repaired: boolean
  readonly holds: Holds
}
