import type { Place } from '../../base/vehicle/index.ts'
import type { ProcedureBook } from './book.ts'
import type { PlanStep } from './planStep.ts'

/** What is wrong with the fasteners of a plan. */
export interface FastenerFault {
  readonly code: 'neverTightened' | 'finishedHanging' | 'neverLoosened' | 'severalTorques'
  readonly step: string
  readonly fastener: string
}

const keyAt = (fastener: string, place: Place): string => `${fastener}@${String(place)}`

/**
 * Goes through the steps of a plan and holds what is loosened against what is tightened: nothing
 * stays loose, no rubber bush gets its last turn while its wheel hangs, no torque belongs to a
 * fastener nobody touched, and one step asks for one torque.
 */
export function fastenerFaults(
  { fasteners }: Pick<ProcedureBook, 'fasteners'>,
  steps: readonly Pick<
    PlanStep,
    'step' | 'place' | 'loosens' | 'tightens' | 'snugs' | 'retires' | 'gives' | 'takes'
  >[],
): readonly FastenerFault[] {
  const faults: FastenerFault[] = []
  const loose = new Map<string, { readonly step: string; readonly fastener: string }>()
  const touched = new Set<string>()
  let onGround = true
  for (const { step, place, loosens, tightens, snugs, retires, gives, takes } of steps) {
    if (gives.includes('raised')) onGround = false
    if (gives.includes('lowered') || takes.includes('raised')) onGround = true
    for (const fastener of [...loosens, ...snugs]) {
      loose.set(keyAt(fastener, place), { step, fastener })
      touched.add(keyAt(fastener, place))
    }
    for (const fastener of retires) loose.delete(keyAt(fastener, place))
    for (const { fastener, at } of tightens) {
      loose.delete(keyAt(fastener, place))
      if (!touched.has(keyAt(fastener, place)))
        faults.push({ code: 'neverLoosened', step, fastener })
      if (!onGround && (at === 'rideHeight' || fasteners[fastener]?.bushed === true))
        faults.push({ code: 'finishedHanging', step, fastener })
    }
    if (tightens.filter(({ fastener }) => couldAskTorque(fasteners[fastener])).length > 1)
      faults.push({ code: 'severalTorques', step, fastener: tightens[1]!.fastener })
  }
  return [
    ...faults,
    ...[...loose.values()].map((each) => ({ code: 'neverTightened' as const, ...each })),
  ]
}

const couldAskTorque = (fastener: ProcedureBook['fasteners'][string] | undefined): boolean =>
  fastener?.end === undefined
