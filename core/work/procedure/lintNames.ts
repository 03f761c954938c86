import type { BookStep, ProcedureBook } from './book.ts'
import { needOf } from './expand.ts'
import { FILLABLE } from './words.ts'

/** A name that leads nowhere, or is there twice, or that nothing or too much gives. */
export interface NameFault {
  readonly code:
    | 'twice'
    | 'unknownTool'
    | 'unknownUse'
    | 'unknownPart'
    | 'unknownFastener'
    | 'unknownWord'
    | 'unknownFact'
    | 'unknownStep'
    | 'nothingGives'
    | 'severalGive'
  readonly at: string
  readonly what: string
}

const touchedBy = ({
  loosens = [],
  tightens = [],
  snugs = [],
  retires = [],
}: BookStep): readonly string[] => [...loosens, ...tightens, ...snugs, ...retires]

/** Names that the words of a step leave to be filled in. */
const leftOpen = ({ words, why, caution = '', alone = '' }: BookStep): readonly string[] =>
  [...`${words} ${why} ${caution} ${alone}`.matchAll(/\{(\w+)\}/gu)].map(([, name]) => name!)

/** Names that lead nowhere, or are there twice, anywhere in a book. */
export function nameFaults(book: ProcedureBook): readonly NameFault[] {
  const faults: NameFault[] = []
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
    code: NameFault['code'],
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
    unknown('unknownFastener', at, touchedBy(step), (id) => id in book.fasteners)
    unknown('unknownWord', at, leftOpen(step), (name) => FILLABLE.includes(name))
    // Whoever goes under or parts a joint asks for these by himself.
    unknown(
      'unknownFact',
      at,
      [
        ...needs.map(({ fact }) => fact),
        ...(step.gives ?? []),
        ...(step.takes ?? []),
        ...(step.under ? ['held', 'axleHeld'] : []),
        ...(step.acts?.includes('partJoint') ? ['armHeld', 'axleHeld'] : []),
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
