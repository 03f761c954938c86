import type { Condition, FactAt, PlanStep, ShownBy } from '../procedure/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import type { DoneEntry, Shown, WorkContent } from './entries.ts'
import { isOpen } from './carRecord.ts'
import type { GateRefusal } from './gates.ts'
import { gatesPassed } from './gates.ts'
import { EMPTY_BARG, proofsFor, toShow } from './proving.ts'
import type { ReadingRefusal } from './reading.ts'
import { readingRefusal } from './reading.ts'
import type { Run, Wait, WorkOf } from './runState.ts'
import { factKey } from './runState.ts'
import type { TorqueRange } from './torque.ts'
import { judgeTorque } from './torque.ts'
import { silenceBefore, waitBefore } from './waits.ts'

/** Why something is not taken into the record of the work. */
export type WorkRefusal =
  | { readonly code: 'notHands' }
  | { readonly code: 'paused'; readonly by: string }
  | { readonly code: 'stepUnknown'; readonly key: string }
  | { readonly code: 'stepDone'; readonly by: string; readonly at: string }
  | { readonly code: 'awaitsLead' }
  | { readonly code: 'stepFirst'; readonly key: string; readonly fact: string | null }
  | { readonly code: 'factFirst'; readonly missing: readonly FactAt[] }
  | { readonly code: 'waitFirst' | 'silenceFirst'; readonly wait: Wait }
  | { readonly code: 'shownElsewhere'; readonly by: readonly ShownBy[] }
  | {
      readonly code: 'underSeating'
      readonly barG: number
      readonly seatingBarG: number
      readonly corner: Corner | null
    }
  | GateRefusal
  | { readonly code: 'notShown'; readonly condition: Condition; readonly corner: Corner | null }
  | { readonly code: 'stillPressure'; readonly barG: number; readonly corner: Corner | null }
  | { readonly code: 'noTorqueHere' }
  | { readonly code: 'torqueMissing'; readonly fastener: string }
  | { readonly code: 'torqueUnsourced'; readonly fastener: string }
  | {
      readonly code: 'torqueFar' | 'torqueOutside'
      readonly nm: number
      readonly range: TorqueRange
    }
  | ReadingRefusal
  | { readonly code: 'photoMissing' }
  | { readonly code: 'secondMissing' }
  | { readonly code: 'cannotSkip' }
  | { readonly code: 'notSo'; readonly fact: string }
  | { readonly code: 'nothingToApprove' }
  | { readonly code: 'ownApproval' }
  | { readonly code: 'temporaryUnseen'; readonly missing: readonly FactAt[] }

/** What the guard knows besides the record. @see WorkOf */
export interface Guarded extends WorkOf {
  readonly torqueOf: (fastener: string) => TorqueRange | null
}

const no = (refusal: WorkRefusal): Result<null, WorkRefusal> => refuse(refusal)
const YES: Result<null, WorkRefusal> = ok(null)

/**
 * Whether a step may be left out at all: no gate rests on it, it undoes no change, and nothing is
 * tightened in it.
 */
export function maySkip(
  of: Pick<WorkOf, 'book'>,
  step: Pick<PlanStep, 'step' | 'takes' | 'torque'>,
): boolean {
  const acts = of.book.steps.find(({ id }) => id === step.step)?.acts ?? []
  const temporary = new Set(of.book.facts.filter(({ temporary: yes }) => yes).map(({ id }) => id))
  return (
    acts.length === 0 && step.torque === null && !step.takes.some((fact) => temporary.has(fact))
  )
}

/** Why a step may not be begun now; null where it may. @param nowMs the present, ms since 1970 */
export function notYet(of: WorkOf, run: Run, key: string, nowMs: number): WorkRefusal | null {
  const at = run.steps.find(({ step }) => step.key === key)
  if (!at) return { code: 'stepUnknown', key }
  if (at.state === 'done' && at.done)
    return { code: 'stepDone', by: at.done.person, at: at.done.at }
  if (at.state === 'held') return { code: 'awaitsLead' }
  const states = new Map(run.steps.map(({ step, state }) => [step.key, state]))
  const first = at.step.after.find((order) => {
    const state = states.get(order.key)
    return state !== 'done' && state !== 'passed'
  })
  if (first)
    return states.get(first.key) === 'held'
      ? { code: 'awaitsLead' }
      : { code: 'stepFirst', ...first }
  const missing = run.missing.get(key) ?? []
  if (missing.length > 0) return { code: 'factFirst', missing }
  const wait = waitBefore(of, run, at.step, nowMs)
  return wait ? { code: 'waitFirst', wait } : gatesPassed(of, run.car, at.step)
}

// A spring under its seating pressure may still lie in wrong folds: nobody invents a lower one.
function underSeating(
  { architecture }: Guarded,
  run: Run,
  { barG, corner }: Pick<Shown, 'barG' | 'corner'>,
): WorkRefusal | null {
  const seatingBarG = architecture.seatingPressureBarG
  return run.car.body === 'hanging' && seatingBarG !== null && barG !== null && barG < seatingBarG
    ? { code: 'underSeating', barG, seatingBarG, corner }
    : null
}

/** Whether somebody at the car may say that there is nothing to set a wrench to. */
export const mayHaveNoThread = (
  of: Pick<Guarded, 'torqueOf'>,
  { torque, tightens }: Pick<PlanStep, 'torque' | 'tightens'>,
): boolean =>
  torque !== null &&
  of.torqueOf(torque) === null &&
  tightens.some(({ fastener, end }) => fastener === torque && end === 'unknown')

/** What is wrong with the torque of a step, or with there being none. */
function torqueRefusal(
  of: Guarded,
  step: PlanStep,
  { torque, noThread, deviation }: DoneEntry,
): WorkRefusal | null {
  const fastener = step.torque
  if (fastener === null) return torque || noThread ? { code: 'noTorqueHere' } : null
  if (!torque)
    return noThread && mayHaveNoThread(of, step) ? null : { code: 'torqueMissing', fastener }
  const range = of.torqueOf(fastener)
  if (!range) return torque.source?.trim() ? null : { code: 'torqueUnsourced', fastener }
  const verdict = judgeTorque(torque.nm, range)
  if (verdict === 'far') return { code: 'torqueFar', nm: torque.nm, range }
  return verdict !== 'in' && deviation?.kind !== 'torque'
    ? { code: 'torqueOutside', nm: torque.nm, range }
    : null
}

function mayFinish(of: Guarded, run: Run, done: DoneEntry, nowMs: number): WorkRefusal | null {
  const { step } = run.steps.find((each) => each.step.key === done.key)!
  if (done.deviation?.kind === 'skipped') return maySkip(of, step) ? null : { code: 'cannotSkip' }
  if (step.shownBy.length > 0 && done.deviation === null)
    return { code: 'shownElsewhere', by: step.shownBy }
  const written = of.book.steps.find(({ id }) => id === step.step)!
  for (const { condition, corner } of toShow(written, step.place)) {
    const shown = done.shown.find(
      (each) =>
        each.condition === condition &&
        each.corner === corner &&
        proofsFor(condition, run.car.body).includes(each.proof),
    )
    if (
      !shown ||
      (shown.proof === 'pressureRead' && (shown.barG === null || shown.barG <= EMPTY_BARG))
    )
      return { code: 'notShown', condition, corner }
    const silence = silenceBefore(run, corner, shown, nowMs)
    if (silence) return { code: 'silenceFirst', wait: silence }
    const low = shown.proof === 'pressureRead' ? underSeating(of, run, shown) : null
    if (low) return low
    if (
      (condition === 'cornerProved' || condition === 'plantProved') &&
      shown.barG !== null &&
      shown.barG > EMPTY_BARG
    )
      return { code: 'stillPressure', barG: shown.barG, corner }
  }
  const torque = torqueRefusal(of, step, done)
  if (torque) return torque
  const read = readingRefusal(of.architecture, step, done)
  if (read) return read
  if (step.photo && done.photoIds.length === 0 && done.deviation?.kind !== 'noPhoto')
    return { code: 'photoMissing' }
  if (step.second && (done.second === null || (done.second === 'alone' && step.alone === null)))
    return { code: 'secondMissing' }
  return null
}

/**
 * Whether an entry may be taken into the record.
 * @param person who makes it. @param nowMs when, ms since 1970
 */
export function mayEnter(
  of: Guarded,
  run: Run,
  person: string,
  content: WorkContent,
  nowMs: number,
): Result<null, WorkRefusal> {
  const atWork = (): WorkRefusal | null =>
    !run.hands.includes(person)
      ? { code: 'notHands' }
      : run.paused
        ? { code: 'paused', by: run.paused.person }
        : null
  switch (content.kind) {
    case 'done': {
      const refusal = atWork() ?? notYet(of, run, content.key, nowMs)
      if (refusal) return no(refusal)
      const step = run.steps.find((each) => each.step.key === content.key)!.step
      if (step.step !== content.step || step.place !== content.place)
        return no({ code: 'stepUnknown', key: content.key })
      const unfinished = mayFinish(of, run, content, nowMs)
      return unfinished ? no(unfinished) : YES
    }
    // With the supply off nothing speaks of the lifting mode; and while something is open the
    // supply goes off, whatever that mode is.
    case 'lost':
      return content.fact === 'lifting' &&
        (run.holds.has(factKey('supplyOff', null)) || isOpen(run.car))
        ? no({ code: 'notSo', fact: content.fact })
        : run.holds.has(factKey(content.fact, content.place))
          ? YES
          : no({ code: 'notSo', fact: content.fact })
    case 'approved':
    case 'declined': {
      const done = run.awaiting.find(({ id }) => id === content.of)
      return !done
        ? no({ code: 'nothingToApprove' })
        : done.person === person
          ? no({ code: 'ownApproval' })
          : YES
    }
    case 'joined': {
      const missing = run.hands.includes(person)
        ? []
        : run.temporary.filter(({ fact, place }) => !content.seen.includes(factKey(fact, place)))
      return missing.length > 0 ? no({ code: 'temporaryUnseen', missing }) : YES
    }
    case 'joint':
    case 'left':
    case 'handed':
      return run.hands.includes(person) ? YES : no({ code: 'notHands' })
    case 'paused': {
      const refusal = atWork()
      return refusal ? no(refusal) : YES
    }
    case 'resumed':
      return run.hands.includes(person) ? YES : no({ code: 'notHands' })
    case 'linked':
      return YES
  }
}
