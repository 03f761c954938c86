import type { FieldFault } from '@anklet/language/problems/fields'
import { faultSentence } from '@anklet/language/problems/fields'
import type { FieldErrors, FieldValues, Resolver } from 'react-hook-form'

/** The contract's check of what a command carries, as Ajv makes it. */
export interface PayloadCheck {
  (payload: unknown): boolean
  errors?: readonly FieldFault[] | null
}

/** What is wrong with what was typed: at one field, or (null) with the whole. */
export interface Complaint<Typed> {
  readonly field: keyof Typed | null
  readonly sentence: string
}

/** What a field is refused with, where that hangs on what is typed. */
type Refusal<Typed> = string | ((typed: Typed) => string)

/** How what is typed becomes what a command carries. */
export interface FormRules<Typed, Payload> {
  readonly check: PayloadCheck
  /** What the command would carry; a figure that cannot be read is NaN, which the check refuses. */
  payloadOf(typed: Typed): Payload
  /** The entry that is typed, where the check is of one and the command carries them all. */
  entryOf?(typed: Typed): object
  /** Where a part of the payload is typed, by JSON pointer; left out: in the field of its name. */
  readonly fields?: Readonly<Record<string, keyof Typed>>
  /** What a field is refused with; left out: the rule that it breaks, in words. */
  readonly refusals?: Partial<Readonly<Record<keyof Typed, Refusal<Typed>>>>
  /** What no schema says: how fields stand to each other. Null: nothing is wrong. */
  rules?(typed: Typed): Complaint<Typed> | null
}

// Of a choice of shapes each branch complains, and then the choice itself: the branch says more.
const saysLittle = ({ keyword, params }: FieldFault): boolean =>
  keyword === 'anyOf' || keyword === 'oneOf' || (keyword === 'type' && params['type'] === 'null')

function fieldOf<Typed extends object>(
  pointer: string,
  typed: Typed,
  fields: Readonly<Record<string, keyof Typed>>,
): keyof Typed | null {
  const named = Object.keys(fields)
    .filter((each) => pointer === each || pointer.startsWith(`${each}/`))
    .sort((a, b) => b.length - a.length)[0]
  if (named !== undefined) return fields[named]!
  const first = pointer.split('/')[1] ?? ''
  return first in typed ? (first as keyof Typed) : null
}

/**
 * What is wrong with what was typed, at most once a field, and each sentence once; empty: it can be
 * sent.
 */
export function complaintsOf<Typed extends object, Payload>(
  typed: Typed,
  { check, payloadOf, entryOf, fields = {}, refusals = {}, rules }: FormRules<Typed, Payload>,
  payload: Payload = payloadOf(typed),
): readonly Complaint<Typed>[] {
  const faults = check(entryOf?.(typed) ?? payload)
    ? []
    : (check.errors ?? []).filter((each) => !saysLittle(each))
  const complaints = new Map<keyof Typed | null, Complaint<Typed>>()
  for (const fault of faults) {
    const field = fieldOf(fault.instancePath, typed, fields)
    const own: Refusal<Typed> | undefined = field === null ? undefined : refusals[field]
    const sentence = typeof own === 'function' ? own(typed) : (own ?? faultSentence(fault))
    const isSaid = [...complaints.values()].some((each) => each.sentence === sentence)
    if (!complaints.has(field) && !isSaid) complaints.set(field, { field, sentence })
  }
  const broken = rules?.(typed) ?? null
  if (broken && !complaints.has(broken.field)) complaints.set(broken.field, broken)
  return [...complaints.values()]
}

/** Where the fields of a record are typed that a command carries whole, under a name. */
export const fieldsUnder = <Typed extends object>(
  name: string,
  typed: Typed,
): Readonly<Record<string, keyof Typed>> =>
  Object.fromEntries(Object.keys(typed).map((field) => [`/${name}/${field}`, field as keyof Typed]))

/** Lets a form be checked by the contract's schema of its command: bounds are told once. */
export const commandResolver =
  <Typed extends FieldValues, Payload extends FieldValues>(
    rules: FormRules<Typed, Payload>,
  ): Resolver<Typed, unknown, Payload> =>
  (typed) => {
    const payload = rules.payloadOf(typed)
    const complaints = complaintsOf(typed, rules, payload)
    if (complaints.length === 0) return { values: payload, errors: {} }
    const errors = Object.fromEntries(
      complaints.map(({ field, sentence }) => [
        field ?? 'root',
        { type: 'contract', message: sentence },
      ]),
    )
    return { values: {}, errors: errors as FieldErrors<Typed> }
  }
