import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import { axlesOf, CORNERS, cornersOf, hasAirAtCorner, perCorner } from '../../base/vehicle/index.ts'
import type { Harm } from './acts.ts'
import { doAct, waited } from './acts.ts'
import type { BookStep, ProcedureBook } from './book.ts'
import type { PlanStep } from './planStep.ts'
import { ARRIVES, arrived } from './explore.ts'
import type { Act, CarKind, CarState, Condition, GateId } from './machine.ts'
import { AXLE_ACTS, CORNER_ACTS, shutGate } from './machine.ts'
import { liveAxles } from './situation.ts'

/** Where a plan would be stopped, or do harm. */
export type WalkRefusal =
  | {
      readonly code: 'gateShut'
      readonly step: string
      readonly gate: GateId
      readonly missing: readonly Condition[]
    }
  | { readonly code: 'harm'; readonly step: string; readonly harm: Harm }
  /** It cannot be done as things are then: taking out what is out. */
  | { readonly code: 'notPossible'; readonly step: string; readonly act: Act['act'] }

const ofCorner: ReadonlySet<string> = new Set(CORNER_ACTS)
const ofAxle: ReadonlySet<string> = new Set(AXLE_ACTS)

/**
 * What a step does to the car, act by act. Whoever works under it goes under and comes out again.
 */
export function actsOf(
  { acts = [], under }: Pick<BookStep, 'acts' | 'under'>,
  place: Place,
): readonly Act[] {
  const done = acts.flatMap((act): Act[] =>
    ofCorner.has(act)
      ? cornersOf(place).map((corner) => ({ act, corner }))
      : ofAxle.has(act)
        ? axlesOf(place).map((axle) => ({ act, axle }))
        : [{ act }],
  )
  return under ? [{ act: 'goUnder' }, ...done, { act: 'comeOut' }] : done
}

/** A car of that layout as it comes in. @param flat its corners stand empty */
export const carOf = (
  architecture: Architecture,
  flat: ReadonlySet<string> = new Set(),
): CarState =>
  arrived(
    Object.fromEntries(
      CORNERS.filter((corner) => hasAirAtCorner(architecture, corner)).map((corner) => [
        corner,
        flat.has(corner) ? ARRIVES.flat : ARRIVES.up,
      ]),
    ),
    {
      axles: Object.fromEntries(liveAxles(architecture, null).map((axle) => [axle, 'itself'])),
      arms: perCorner(() => 'made'),
    },
  )

/** A step as a car is taken through it. */
export type WalkStep = Pick<PlanStep, 'key' | 'step' | 'place'>

/**
 * Only an axle that hangs on its springs asks for more than the body's stands; work elsewhere is
 * under the body alone.
 */
export const kindAt = (architecture: Architecture, place: Place): CarKind => ({
  reservoir: architecture.reservoir,
  axles: liveAxles(architecture, place),
})

/**
 * Takes a car through steps in their order, gate by gate.
 * @param flat corners it came in on empty springs.
 * @returns the car as it stands then, or where it was stopped
 */
export const walkPlan = (
  book: ProcedureBook,
  architecture: Architecture,
  steps: readonly WalkStep[],
  flat: readonly Corner[] = [],
): Result<CarState, WalkRefusal> =>
  walkOn(book, architecture, carOf(architecture, new Set(flat)), steps)

/** The same from how a car stands now. */
export function walkOn(
  book: ProcedureBook,
  architecture: Architecture,
  from: CarState,
  steps: readonly WalkStep[],
): Result<CarState, WalkRefusal> {
  const byId = new Map(book.steps.map((step) => [step.id, step]))
  let car = from
  for (const { key, step: id, place } of steps) {
    const step = byId.get(id)
    if (!step) continue
    const here = kindAt(architecture, place)
    for (const act of actsOf(step, place)) {
      const shut = shutGate(act, car, here)
      if (shut) return refuse({ code: 'gateShut', step: key, ...shut })
      const { states, harm } = doAct(car, act, here)
      if (harm) return refuse({ code: 'harm', step: key, harm })
      if (!states[0]) return refuse({ code: 'notPossible', step: key, act: act.act })
      car = states[0]
    }
    if (step.wait) car = waited(car)
  }
  return ok(car)
}
