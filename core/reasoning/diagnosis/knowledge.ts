import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Guide } from './guide.ts'

/** Something that can be wrong. */
export interface Cause {
  readonly id: string
  /** How often it is met, against the others: any scale. */
  readonly weight: number
  /** What putting it right costs, proof included: any one scale for causes and checks. */
  readonly repairCost: number
}

/** Chances of each outcome of a check, in the order of its outcomes; they sum to 1. */
export type Chances = readonly number[]

/** Something that can be looked at or tried. */
export interface Check {
  readonly id: string
  readonly cost: number
  readonly outcomes: readonly string[]
  /** Chances of the outcomes, by the cause that is there. */
  readonly likelihood: Readonly<Record<string, Chances>>
  /**
   * How low and how high each chance may be where nobody knows better; without it the likelihood
   * is taken as known.
   */
  readonly between?: Readonly<Record<string, { readonly low: Chances; readonly high: Chances }>>
}

/** What is known about faults of one vehicle: exactly one of the causes is there. */
export interface Knowledge {
  readonly causes: readonly Cause[]
  readonly checks: readonly Check[]
  /** What advice heeds beside chances and costs. */
  readonly guide?: Guide
}

/** A check that was done, and what came of it. */
export interface Evidence {
  readonly check: string
  readonly outcome: string
}

/** Why knowledge cannot be used: where, and what is wrong there. */
export type KnowledgeRefusal =
  | {
      readonly code:
        | 'causeTwice'
        | 'checkTwice'
        | 'outcomeTwice'
        | 'evidenceTwice'
        | 'unknownCheck'
        | 'unknownOutcome'
        | 'unknownCause'
      readonly id: string
      readonly outcome?: string
    }
  | {
      readonly code: 'likelihoodMissing' | 'likelihoodShort' | 'likelihoodSum'
      readonly id: string
      readonly cause: string
    }
  | { readonly code: 'noCause' }

/** Sums of chances may miss 1 by so much: they are typed by hand. */
const SUM_GIVE = 1e-6

/** Knowledge laid out for reckoning: cause by cause in arrays. */
export interface Laid {
  readonly knowledge: Knowledge
  /** Sums to 1. */
  readonly prior: Float64Array
  readonly cost: Float64Array
  /** Chance of an outcome under each cause, by check and outcome. */
  readonly chance: readonly (readonly Float64Array[])[]
  low(): readonly (readonly Float64Array[])[]
  high(): readonly (readonly Float64Array[])[]
  /**
   * Causes under which an outcome is equally likely, as groups, by check and outcome. Their
   * chances against each other do not change when that outcome is seen, so that each group is
   * reckoned once. Null where there are too many groups for that to save anything.
   */
  groups(check: number, outcome: number): Groups | null
}

/** The group of each cause, and how likely the outcome is under each group. */
export interface Groups {
  readonly of: Uint8Array
  readonly chance: readonly number[]
}

/** With more groups than this, sorting is as quick. */
export const MOST_GROUPS = 16

function groupsOf(row: Float64Array): Groups | null {
  const chance: number[] = []
  const of = new Uint8Array(row.length)
  for (let i = 0; i < row.length; i += 1) {
    let at = chance.indexOf(row[i]!)
    if (at < 0) {
      if (chance.length === MOST_GROUPS) return null
      at = chance.push(row[i]!) - 1
    }
    of[i] = at
  }
  return { of, chance }
}

/** Groups of causes, worked out when they are asked for the first time. */
function groupsWhenAsked(
  chance: readonly (readonly Float64Array[])[],
): (check: number, outcome: number) => Groups | null {
  const known = new Map<Float64Array, Groups | null>()
  return (check, outcome) => {
    const row = chance[check]![outcome]!
    const groups = known.get(row)
    if (groups !== undefined) return groups
    const made = groupsOf(row)
    known.set(row, made)
    return made
  }
}

/** What was found by a check, by its places in the knowledge. */
export interface Placed {
  readonly check: number
  readonly outcome: number
}

/** The names that are there already, where they come again. */
export function twice(ids: readonly string[]): readonly string[] {
  const seen = new Set<string>()
  return ids.filter((id) => (seen.has(id) ? true : (seen.add(id), false)))
}

function wrongRow(
  { id, outcomes, likelihood }: Check,
  cause: string,
  right: Set<Chances>,
): KnowledgeRefusal | null {
  const row = likelihood[cause]
  if (!row) return { code: 'likelihoodMissing', id, cause }
  // Many causes share a row.
  if (right.has(row)) return null
  right.add(row)
  if (row.length !== outcomes.length) return { code: 'likelihoodShort', id, cause }
  return row.some((chance) => !(chance >= 0 && chance <= 1)) ||
    Math.abs(row.reduce((sum, chance) => sum + chance, 0) - 1) > SUM_GIVE
    ? { code: 'likelihoodSum', id, cause }
    : null
}

function wrongCheck(
  check: Check,
  causes: readonly Cause[],
  known: ReadonlySet<string>,
): KnowledgeRefusal | null {
  const [outcome] = twice(check.outcomes)
  if (outcome !== undefined) return { code: 'outcomeTwice', id: check.id, outcome }
  const stranger = Object.keys(check.likelihood).find((cause) => !known.has(cause))
  if (stranger !== undefined) return { code: 'unknownCause', id: stranger }
  const right = new Set<Chances>()
  for (const { id } of causes) {
    const wrong = wrongRow(check, id, right)
    if (wrong) return wrong
  }
  return null
}

const laidOut = new WeakMap<Knowledge, Laid>()
/** Checks knowledge and lays it out: once for each, however often it is asked. */
export function layOut(knowledge: Knowledge): Result<Laid, KnowledgeRefusal> {
  const known = laidOut.get(knowledge)
  if (known) return ok(known)
  const laid = layOutAnew(knowledge)
  if (laid.ok) laidOut.set(knowledge, laid.value)
  return laid
}

function layOutAnew(knowledge: Knowledge): Result<Laid, KnowledgeRefusal> {
  const { causes, checks } = knowledge
  const [cause] = twice(causes.map(({ id }) => id))
  if (cause !== undefined) return refuse({ code: 'causeTwice', id: cause })
  const [check] = twice(checks.map(({ id }) => id))
  if (check !== undefined) return refuse({ code: 'checkTwice', id: check })
  const total = causes.reduce((sum, { weight }) => sum + weight, 0)
  if (!(total > 0)) return refuse({ code: 'noCause' })
  const known = new Set(causes.map(({ id }) => id))
  for (const each of checks) {
    const wrong = wrongCheck(each, causes, known)
    if (wrong) return refuse(wrong)
  }
  // Ranges are laid out only for what is asked of them.
  const lazily = (make: () => Float64Array[][]): (() => Float64Array[][]) => {
    let made: Float64Array[][] | null = null
    return () => (made ??= make())
  }
  const table = (rowOf: (each: Check, id: string) => Chances): Float64Array[][] =>
    checks.map((each) => {
      const rows = causes.map(({ id }) => rowOf(each, id))
      return each.outcomes.map((_, k) => {
        const column = new Float64Array(rows.length)
        for (let i = 0; i < rows.length; i += 1) column[i] = rows[i]![k]!
        return column
      })
    })
  const chance = table(({ likelihood }, id) => likelihood[id]!)
  return ok({
    knowledge,
    chance,
    groups: groupsWhenAsked(chance),
    prior: Float64Array.from(causes, ({ weight }) => weight / total),
    cost: Float64Array.from(causes, ({ repairCost }) => repairCost),
    low: lazily(() =>
      table(({ likelihood, between }, id) => between?.[id]?.low ?? likelihood[id]!),
    ),
    high: lazily(() =>
      table(({ likelihood, between }, id) => between?.[id]?.high ?? likelihood[id]!),
    ),
  })
}

/** Finds evidence in laid-out knowledge. Only what may have several outcomes comes twice. */
export function place(
  { knowledge: { checks, guide } }: Laid,
  evidence: readonly Evidence[],
): Result<Placed[], KnowledgeRefusal> {
  const [again] = twice(
    evidence.map(({ check, outcome }) =>
      guide?.checks.get(check)?.isMany ? `${check} ${outcome}` : check,
    ),
  )
  if (again !== undefined) return refuse({ code: 'evidenceTwice', id: again })
  const placed: Placed[] = []
  for (const { check, outcome } of evidence) {
    const at = checks.findIndex(({ id }) => id === check)
    if (at < 0) return refuse({ code: 'unknownCheck', id: check })
    const which = checks[at]!.outcomes.indexOf(outcome)
    if (which < 0) return refuse({ code: 'unknownOutcome', id: check, outcome })
    placed.push({ check: at, outcome: which })
  }
  return ok(placed)
}
