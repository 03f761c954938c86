import type { FactAt, PlanStep } from '@anklet/core/work/procedure'
import { capital, placeWords } from '@anklet/language/plain/corners'
import type { OnWork } from '../record/useWork.ts'
import type { Run, RunStep } from '@anklet/core/work/record'
import { stepWords } from '@anklet/language/work/plan'
import type { Expected } from '@anklet/core/base/vehicle'

/** Whether a step fills: air goes back in with an assistant of its own. */
export const isFillStep = ({ phase }: Pick<PlanStep, 'phase'>): boolean =>
  phase === 'fill' || phase === 'down'

/** Whether what is under way fills. */
export const isFilling = ({ step }: RunStep): boolean => isFillStep(step)

/** From and to; null: nobody entered it. */
export const expected = (of: readonly (Expected | undefined)[], unit: string): string | null =>
  of.flatMap((range) => (range ? [`${range.from} to ${range.to} ${unit}`] : []))[0] ?? null

/** Photos taken when things came off at the same place: how it was, beside how it goes back. */
export function photosBefore(
  run: Run,
  step: PlanStep,
): readonly { readonly id: string; readonly words: string }[] {
  if (step.phase !== 'on' && step.phase !== 'bench' && step.phase !== 'close') return []
  return run.steps.flatMap(({ step: before, done }) =>
    done &&
    before.place === step.place &&
    before.key !== step.key &&
    (before.phase === 'off' || before.phase === 'ready')
      ? done.content.photoIds.map((id) => ({
          id,
          words: `Before: ${stepWords(before.words, before.place)}`,
        }))
      : [],
  )
}

/** A fact of the work in words, with its place. */
export function factWords(work: Pick<OnWork, 'of'>, { fact, place }: FactAt): string {
  const words = work.of.book.facts.find(({ id }) => id === fact)?.words ?? fact
  return `${capital(words)}${place === null ? '' : `, ${placeWords(place, '')}`}`
}
