import type { PlanStep } from '@anklet/core/work/procedure'
import type { Place } from '@anklet/core/base/vehicle'

/** Steps of one stretch that stand together in the plan. */
export interface PlanRun {
  readonly phase: PlanStep['phase']
  /** Where its first step stands in the plan, from 0. */
  readonly from: number
  readonly steps: readonly PlanStep[]
}

/** A plan stretch by stretch. Steps that were moved keep their place: a stretch may come twice. */
export function runsOf(steps: readonly PlanStep[]): readonly PlanRun[] {
  const runs: { phase: PlanStep['phase']; from: number; steps: PlanStep[] }[] = []
  for (const [i, step] of steps.entries()) {
    const last = runs.at(-1)
    if (last?.phase === step.phase) last.steps.push(step)
    else runs.push({ phase: step.phase, from: i, steps: [step] })
  }
  return runs
}

/** What is done at one place in a stretch, and at which places the very same is done. */
export interface SameSteps {
  readonly place: Place
  readonly count: number
  readonly minutes: number
  readonly alsoAt: readonly NonNullable<Place>[]
}

/** A stretch by place: what is done at a place, told once for all places where it is the same. */
export function samePlaces({ steps }: Pick<PlanRun, 'steps'>): readonly SameSteps[] {
  const byPlace = new Map<Place, PlanStep[]>()
  for (const step of steps) byPlace.set(step.place, [...(byPlace.get(step.place) ?? []), step])
  const told = new Map<
    string,
    { place: Place; count: number; minutes: number; alsoAt: NonNullable<Place>[] }
  >()
  for (const [place, here] of byPlace) {
    const same = `${place === null ? 'car: ' : ''}${here.map(({ step }) => step).join(' ')}`
    const known = told.get(same)
    if (known && place !== null) known.alsoAt.push(place)
    else
      told.set(same, {
        place,
        count: here.length,
        minutes: here.reduce((sum, { minutes }) => sum + minutes, 0),
        alsoAt: [],
      })
  }
  return [...told.values()]
}
