import { sampleArchitecture } from '../samples/index.ts'
import type { AirForm, Architecture } from '../vehicle/index.ts'
import type { ProcedureBook, ShopWay } from './book.ts'
import { USUAL_WAY } from './book.ts'
import { composePlan } from './compose.ts'
import { needOf } from './expand.ts'
import { placesFrom } from './situation.ts'
import type { WalkRefusal } from './walk.ts'
import { walkPlan } from './walk.ts'

/** What is wrong with a book of procedures, and where. */
export type ProcedureFault =
  | {
      readonly code:
        | 'twice'
        | 'unknownTool'
        | 'unknownUse'
        | 'unknownPart'
        | 'unknownTorque'
        | 'unknownFact'
        | 'unknownStep'
        | 'nothingGives'
      readonly at: string
      readonly what: string
    }
  | { readonly code: 'cycle'; readonly at: string; readonly steps: readonly string[] }
  | { readonly code: 'unsafe'; readonly at: string; readonly refusal: WalkRefusal }

const FORMS: readonly AirForm[] = ['bellows', 'bellowsOnDamper', 'airDamper', 'strut']
const VENTS: readonly ShopWay['ventBy'][] = ['tool', 'fitting', 'valve']
const car = (form: AirForm, reservoir: boolean): Architecture =>
  sampleArchitecture({
    air: { front: form, rear: form },
    layout: reservoir ? 'closed' : 'open',
    reservoir,
    liftingMode: reservoir ? 'switch' : 'none',
    cutOffSwitch: reservoir,
  })

function names(book: ProcedureBook): ProcedureFault[] {
  const faults: ProcedureFault[] = []
  const twice = (of: string, ids: readonly string[]): void => {
    for (const [i, id] of ids.entries())
      if (ids.indexOf(id) < i) faults.push({ code: 'twice', at: of, what: id })
  }
  twice(
    'steps',
    book.steps.map(({ id }) => id),
  )
  twice(
    'facts',
    book.facts.map(({ id }) => id),
  )
  twice(
    'jobs',
    book.jobs.map(({ id }) => id),
  )
  const [facts, steps] = [
    new Set(book.facts.map(({ id }) => id)),
    new Set(book.steps.map(({ id }) => id)),
  ]
  const given = new Set([
    ...book.steps.flatMap(({ gives = [] }) => gives),
    ...book.facts.filter(({ atStart }) => atStart).map(({ id }) => id),
  ])
  const unknown = (
    code: Exclude<ProcedureFault['code'], 'cycle' | 'unsafe'>,
    at: string,
    ids: readonly string[],
    known: (id: string) => boolean,
  ): void => {
    for (const what of ids) if (!known(what)) faults.push({ code, at, what })
  }
  for (const step of book.steps) {
    const at = `steps/${step.id}`
    const needs = (step.needs ?? []).map(needOf)
    unknown('unknownTool', at, step.tools ?? [], (id) => id in book.tools)
    unknown('unknownUse', at, step.uses ?? [], (id) => id in book.uses)
    unknown('unknownPart', at, step.part ? [step.part] : [], (id) => id in book.parts)
    unknown('unknownTorque', at, step.torque ? [step.torque] : [], (id) => id in book.torques)
    // Whoever goes under asks for these by himself.
    unknown(
      'unknownFact',
      at,
      [
        ...needs.map(({ fact }) => fact),
        ...(step.gives ?? []),
        ...(step.takes ?? []),
        ...(step.under ? ['held', 'axleHeld'] : []),
      ],
      (id) => facts.has(id),
    )
    unknown(
      'nothingGives',
      at,
      needs.filter(({ kind, fact }) => kind === 'must' && facts.has(fact)).map(({ fact }) => fact),
      (id) => given.has(id),
    )
  }
  unknown('unknownUse', 'reusable', book.reusable ?? [], (id) => id in book.uses)
  for (const job of book.jobs)
    unknown('unknownStep', `jobs/${job.id}`, [...job.steps, ...job.ends], (id) => steps.has(id))
  for (const fact of book.facts)
    unknown('unknownStep', `facts/${fact.id}`, fact.then ?? [], (id) => steps.has(id))
  return faults
}

/**
 * Everything wrong with a book: names that lead nowhere; then every job composed on every kind of
 * car, and walked gate by gate.
 */
export function lintProcedures(book: ProcedureBook): readonly ProcedureFault[] {
  const looking = lintInSlices(book)
  for (;;) {
    const slice = looking.next()
    if (slice.done) return slice.value
  }
}

/** The same in slices of a few milliseconds, for a loop that must not stand still. */
export function* lintInSlices(
  book: ProcedureBook,
): Generator<undefined, readonly ProcedureFault[], undefined> {
  const faults = names(book)
  if (faults.length > 0) return faults
  const told = new Set<string>()
  const tell = (fault: ProcedureFault): void => {
    const key = JSON.stringify(fault)
    if (!told.has(key)) {
      told.add(key)
      faults.push(fault)
    }
  }
  for (const job of book.jobs)
    for (const form of FORMS)
      for (const reservoir of [true, false])
        for (const ventBy of VENTS) {
          yield
          const architecture = car(form, reservoir)
          const corners =
            job.at === 'car'
              ? []
              : job.at === 'corner'
                ? ['RL' as const]
                : (placesFrom('corner', 'rear', architecture) as readonly ('RL' | 'RR')[])
          const plan = composePlan(book, {
            architecture,
            jobs: [{ job: job.id, corners }],
            support: 'twoPost',
            way: { ...USUAL_WAY, ventBy, fillAt: 'hanging' },
          })
          if (plan.ok) {
            const walked = walkPlan(book, architecture, plan.value.steps)
            if (!walked.ok) tell({ code: 'unsafe', at: `jobs/${job.id}`, refusal: walked.error })
          } else if (plan.error.code === 'cycle')
            tell({ code: 'cycle', at: `jobs/${job.id}`, steps: plan.error.steps })
          else if (plan.error.code === 'nothingGives')
            tell({ code: 'nothingGives', at: `steps/${plan.error.step}`, what: plan.error.fact })
        }
  return faults
}
