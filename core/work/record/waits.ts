import type { Shown } from './entries.ts'
import type { PlanStep, ProcedureBook } from '../procedure/index.ts'
import type { Place } from '../../base/vehicle/index.ts'
import type { Run, Wait } from './runState.ts'

const isOver = ({ dueMs }: Wait, nowMs: number): boolean => dueMs <= nowMs

/**
 * The wait whose outcome a step needs and that is not over: oil that has not crept, air that has
 * not settled. A step that shows something empty is not held by it: a gauge tells at once.
 * @param nowMs the present, ms since 1970
 */
export function waitBefore(
  { book }: { readonly book: ProcedureBook },
  { waits }: Pick<Run, 'waits'>,
  step: Pick<PlanStep, 'step' | 'after'>,
  nowMs: number,
): Wait | null {
  const acts = book.steps.find(({ id }) => id === step.step)?.acts ?? []
  if (acts.includes('prove') || acts.includes('provePlant')) return null
  const last = waits.filter(
    (wait) =>
      !isOver(wait, nowMs) &&
      // Only what the wait brings about is waited for, not what its step happened to use.
      step.after.some(
        ({ key, fact }) => key === wait.step.key && fact !== null && wait.step.gives.includes(fact),
      ),
  )
  return last.reduce<Wait | null>((a, b) => (a === null || b.dueMs > a.dueMs ? b : a), null)
}

const VENTED: ReadonlySet<string> = new Set(['vented', 'plantVented'])

/** The wait that silence is to be heard after, at a place; null where it is over. */
export const silenceBefore = (
  { waits }: Pick<Run, 'waits'>,
  place: Place,
  shown: Pick<Shown, 'proof'>,
  nowMs: number,
): Wait | null =>
  shown.proof === 'easedSilent'
    ? (waits.find(
        (wait) =>
          !isOver(wait, nowMs) &&
          wait.step.gives.some((fact) => VENTED.has(fact)) &&
          (place === null || wait.step.place === null || wait.step.place === place),
      ) ?? null)
    : null
