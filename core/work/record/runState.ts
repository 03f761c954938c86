import type { CarState, FactAt, PlanStep, ProcedureBook } from '../procedure/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import type { DoneStep, WorkEntry } from './entries.ts'

/** What the work on a car is read from. */
export interface WorkOf {
  readonly book: ProcedureBook
  readonly architecture: Architecture
  /** Steps of the plan in force, in their order. */
  readonly steps: readonly PlanStep[]
  /** Corners it came in on empty springs. */
  readonly flat: readonly Corner[]
  /** Oldest first. */
  readonly entries: readonly WorkEntry[]
}

/**
 * `again`: it was done, but the effect it had is gone and a later step needs it. `held`: done
 * otherwise than it stands there; a lead has not agreed yet. `passed`: the step's effect already
 * holds (another step brought it about), so it is passed over.
 */
export type StepState = 'open' | 'again' | 'held' | 'done' | 'passed'
export interface RunStep {
  readonly step: PlanStep
  readonly state: StepState
  /** When it was last confirmed. */ readonly done: DoneStep | null
}
/**
 * Something that must be undone before the car is handed over: since when, by whom, and by which
 * step it will be.
 */
export interface Temporary extends FactAt {
  readonly since: WorkEntry
  readonly until: PlanStep | null
}
/** A wait that runs beside the work. */
export interface Wait {
  readonly id: string
  readonly step: PlanStep
  readonly dueMs: number
}

/** The work on a car as it stands. */
export interface Run {
  readonly steps: readonly RunStep[]
  /** What can be done now, every gate open, in the plan's order; the first is next. */
  readonly ready: readonly PlanStep[]
  /** What each step that is to be done asks for and is not so. */
  readonly missing: ReadonlyMap<string, readonly FactAt[]>
  readonly car: CarState
  readonly holds: ReadonlyMap<string, WorkEntry | null>
  readonly temporary: readonly Temporary[]
  /** What turned false, while something still waits for it. */
  readonly lost: readonly (FactAt & { readonly entry: WorkEntry })[]
  readonly hands: readonly string[]
  /** Who was asked to take over and has not yet. */
  readonly handedTo: WorkEntry | null
  readonly paused: WorkEntry | null
  readonly deviceId: string | null
  /** Deviations nobody has agreed to. */
  readonly awaiting: readonly DoneStep[]
  readonly waits: readonly Wait[]
  /** Joints that bubbled under soap and were not shown tight since. */
  readonly bubbles: readonly string[]
  /** Who lends a second hand, as it was last said; null: nobody was asked. */
  readonly second: string | null
  readonly begun: boolean
  readonly finished: boolean
}

export const factKey = (fact: string, place: Place): string => `${fact}@${String(place)}`
/** The fact and its place out of their key. */
export function factOf(key: string): FactAt {
  const [fact = '', at = ''] = key.split('@')
  return { fact, place: (at === 'null' ? null : at) as Place }
}
