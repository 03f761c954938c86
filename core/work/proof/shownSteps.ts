import type { PlanStep, ShownBy } from '../procedure/index.ts'
import type { Run } from '../record/index.ts'
import type { ProofFacts, ProofItem } from './items.ts'
import { backOnWheelsMs } from './proof.ts'

/** What of a job stands for steps of its work. */
export interface ShowsSteps {
  readonly facts: ProofFacts
  readonly items: readonly ProofItem[]
  /** A round of this job is on record. */ readonly measured: boolean
  /** Newest charge written down on this job. */ readonly charged: { readonly atMs: number } | null
}

/** Whether something that shows a step is on record. */
function isOnRecord(by: ShownBy, { facts, items, measured, charged }: ShowsSteps): boolean {
  const since = backOnWheelsMs(facts.run) ?? Number.POSITIVE_INFINITY
  const after = (at: { readonly atMs: number } | null): boolean => at !== null && at.atMs >= since
  // What is not asked of this car is in nobody's way.
  const shown = (id: ProofItem['id']): boolean =>
    since !== Number.POSITIVE_INFINITY &&
    items.every((item) => item.id !== id || item.state === 'shown')
  switch (by) {
    case 'measured':
      return measured
    case 'charged':
      return after(charged)
    case 'calibrated':
      return after(facts.calibrated)
    // Walked is walked: whether it is in, undecided or held against nothing the proof says.
    case 'heights':
      return (
        after(facts.round) &&
        items.every(
          ({ id, state }) => (id !== 'heights' && id !== 'leftRight') || state !== 'against',
        )
      )
    default:
      return shown(by)
  }
}

/**
 * Steps that can be done now and are done by what is on record of the car: a round, a reading, a
 * word in the proof.
 */
export const stepsShown = (
  run: Pick<Run, 'ready' | 'bubbles'>,
  of: ShowsSteps,
): readonly PlanStep[] =>
  run.ready.filter(
    ({ shownBy, gives }) =>
      shownBy.length > 0 &&
      // What hangs on a tight joint waits for it.
      (run.bubbles.length === 0 || gives.includes('tight') || shownBy.includes('measured')) &&
      shownBy.every((by) => isOnRecord(by, of)),
  )
