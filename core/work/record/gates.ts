import type {
  Act,
  CarState,
  Condition,
  GateId,
  Harm,
  PlanStep,
  ProcedureBook,
} from '../procedure/index.ts'
import { actsOf, doAct, kindAt, shutGate } from '../procedure/index.ts'
import type { Architecture, Corner } from '../../base/vehicle/index.ts'

/** Where a step is stopped as the car stands. */
export type GateRefusal =
  | {
      readonly code: 'gateShut'
      readonly gate: GateId
      readonly missing: readonly Condition[]
      readonly corner: Corner | null
    }
  | { readonly code: 'harm'; readonly harm: Harm }
  | { readonly code: 'notPossible'; readonly act: Act['act']; readonly corner: Corner | null }
  | { readonly code: 'stepUnknown'; readonly key: string }

/** Takes a car through the acts of one step. @returns where it is stopped; null where it passes */
export function gatesPassed(
  { book, architecture }: { readonly book: ProcedureBook; readonly architecture: Architecture },
  from: CarState,
  { step: id, place }: Pick<PlanStep, 'step' | 'place'>,
): GateRefusal | null {
  const step = book.steps.find((each) => each.id === id)
  if (!step) return { code: 'stepUnknown', key: id }
  const kind = kindAt(architecture, place)
  let car = from
  for (const act of actsOf(step, place)) {
    const shut = shutGate(act, car, kind)
    if (shut) return { code: 'gateShut', ...shut, corner: act.corner ?? null }
    const { states, harm } = doAct(car, act, kind)
    if (harm) return { code: 'harm', harm }
    if (!states[0]) return { code: 'notPossible', act: act.act, corner: act.corner ?? null }
    car = states[0]
  }
  return null
}
