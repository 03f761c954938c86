import type { PlanStep } from './planStep.ts'

/**
 * Between which places a step may stand, the others left where they are: after all it waits for,
 * before all that wait for it.
 */
export function roomFor(
  steps: readonly Pick<PlanStep, 'key' | 'after'>[],
  key: string,
): { readonly first: number; readonly last: number } {
  const index = new Map(steps.map((step, i) => [step.key, i]))
  const at = steps.find((step) => step.key === key)
  const first = Math.max(-1, ...(at?.after ?? []).map((order) => index.get(order.key) ?? -1)) + 1
  const last =
    Math.min(
      steps.length,
      ...steps.flatMap((step, i) => (step.after.some((order) => order.key === key) ? [i] : [])),
    ) - 1
  return { first, last }
}

/**
 * Steps put into a wanted order of their keys. They stay in the order they have where the keys do
 * not name exactly these steps, or where a step would come before one it needs.
 */
export function inOrder<Step extends Pick<PlanStep, 'key' | 'after'>>(
  steps: readonly Step[],
  keys: readonly string[],
): readonly Step[] {
  const byKey = new Map(steps.map((step) => [step.key, step]))
  const moved = keys.flatMap((key) => {
    const step = byKey.get(key)
    return step ? [step] : []
  })
  const index = new Map(keys.map((key, i) => [key, i]))
  const allowed =
    moved.length === steps.length &&
    index.size === steps.length &&
    moved.every((step, i) => step.after.every(({ key }) => index.get(key)! < i))
  return allowed ? moved : steps
}
