import type { CommandPayload } from '@anklet/contract'
import type {
  BookCause,
  BookChanges,
  BookCheck,
  BookRow,
  KnowledgeBook,
} from '@anklet/core/reasoning/diagnosis'
import { OFTEN } from '@anklet/core/reasoning/diagnosis'
import type { Intention } from '../../../client/queries.ts'
import { figureOf, figureOrNull } from '../../../kit/typed.ts'

/** Words for how often, most first. */
export const OFTEN_WORDS = Object.keys(OFTEN) as (keyof typeof OFTEN)[]

/** When a repair is proved. */
export const PROOFS: readonly { readonly value: BookCause['proof']; readonly words: string }[] = [
  { value: 'now', words: 'At once' },
  { value: 'drive', words: 'By a drive' },
  { value: 'night', words: 'By the next night' },
]

/** A cause as it is typed. */
export interface TypedCause {
  readonly words: string
  readonly weight: string
  readonly minutes: string
  readonly parts: string
  readonly price: string
  readonly proof: BookCause['proof']
  readonly because: string
}

/** A cause as the form shows it. */
export const typedCause = ({
  words,
  weight,
  minutes,
  parts,
  price,
  proof,
  because,
}: BookCause): TypedCause => ({
  words,
  weight: String(weight),
  minutes: String(minutes),
  parts: String(parts),
  price: price === undefined ? '' : String(price),
  proof,
  because,
})

/** A cause with what was typed in it. */
export function causeOf(cause: BookCause, typed: TypedCause): BookCause {
  const { price: _price, ...rest } = cause
  const price = figureOrNull(typed.price)
  return {
    ...rest,
    words: typed.words.trim(),
    weight: figureOf(typed.weight),
    minutes: figureOf(typed.minutes),
    parts: figureOf(typed.parts),
    ...(price === null ? {} : { price }),
    proof: typed.proof,
    because: typed.because.trim(),
  }
}

/** A check as it is typed: lines are steps, commas part what it needs. */
export interface TypedCheck {
  readonly name: string
  readonly asks: string
  readonly minutes: string
  readonly materials: string
  readonly unattendedH: string
  readonly how: string
  readonly needs: string
  readonly caution: string
  readonly outcomes: Readonly<Record<string, string>>
  readonly rows: readonly BookRow[]
}

/** A check as the form shows it. */
export const typedCheck = ({
  name,
  asks,
  minutes,
  materials,
  unattendedH,
  how,
  needs,
  caution,
  outcomes,
  rows,
}: BookCheck): TypedCheck => ({
  name,
  asks,
  minutes: String(minutes),
  materials: materials === undefined ? '' : String(materials),
  unattendedH: unattendedH === undefined ? '' : String(unattendedH),
  how: how.join('\n'),
  needs: (needs ?? []).join(', '),
  caution: caution ?? '',
  outcomes: Object.fromEntries(outcomes.map(({ id, words }) => [id, words])),
  rows: rows.map(({ row }) => row),
})

/** What is typed between separators, without blanks around it. */
const parted = (text: string, separator: string): string[] =>
  text
    .split(separator)
    .map((each) => each.trim())
    .filter(Boolean)

/** A figure that is left out where it says nothing; what is no figure is kept for the check. */
const someOf = <Key extends string>(key: Key, text: string): Partial<Record<Key, number>> => {
  const value = figureOrNull(text)
  return value === null || value === 0 ? {} : ({ [key]: value } as Record<Key, number>)
}

/** A check with what was typed in it. */
export function checkOf(check: BookCheck, typed: TypedCheck): BookCheck {
  const {
    materials: _materials,
    unattendedH: _unattended,
    needs: _needs,
    caution: _caution,
    ...rest
  } = check
  const needs = parted(typed.needs, ',')
  const caution = typed.caution.trim()
  return {
    ...rest,
    name: typed.name.trim(),
    asks: typed.asks.trim(),
    minutes: figureOf(typed.minutes),
    how: parted(typed.how, '\n'),
    ...someOf('materials', typed.materials),
    ...someOf('unattendedH', typed.unattendedH),
    ...(needs.length > 0 ? { needs } : {}),
    ...(caution === '' ? {} : { caution }),
    outcomes: check.outcomes.map(({ id }) => ({ id, words: typed.outcomes[id]!.trim() })),
    rows: check.rows.map((row, i) => ({ ...row, row: typed.rows[i]! })),
  }
}

/** An id made of words; with a figure behind it where that one is taken. */
export function idFrom(words: string, taken: ReadonlySet<string>): string {
  const parts = words
    .toLowerCase()
    .normalize('NFD')
    .replaceAll(/[^a-z0-9 ]/g, '')
    .split(' ')
    .filter((part) => part !== '' && part !== 'the' && part !== 'place')
  const joined = parts
    .map((part, i) => (i === 0 ? part : part.charAt(0).toUpperCase() + part.slice(1)))
    .join('')
    .replace(/^\d+/, '')
    .slice(0, 32)
  const base = joined.length >= 2 ? joined.charAt(0).toLowerCase() + joined.slice(1) : 'own'
  for (let k = 1; ; k += 1) {
    const id = k === 1 ? base : `${base}${k}`
    if (!taken.has(id)) return id
  }
}

/** Changes with one entry put in place; undefined: as it ships. */
export function withEntry<Kind extends keyof BookChanges>(
  changes: BookChanges,
  kind: Kind,
  id: string,
  entry: BookChanges[Kind][string] | undefined,
): BookChanges {
  const { [id]: _before, ...others } = changes[kind] as Record<string, unknown>
  return { ...changes, [kind]: entry === undefined ? others : { ...others, [id]: entry } }
}

/** A cause of the shop's own as it is typed, and what shows it. */
export interface TypedNewCause extends TypedCause {
  readonly place: BookCause['place']
  readonly check: string
  readonly outcome: string
  readonly often: keyof typeof OFTEN
}

const BLANK: BookCause = {
  id: 'new',
  words: '',
  place: 'car',
  weight: 1,
  minutes: 60,
  parts: 0,
  proof: 'now',
  because: '',
}

/** A new cause as the form opens. @param checks that may show it, one at least */
export function typedNewCause([first]: KnowledgeBook['checks']): TypedNewCause {
  return {
    ...typedCause(BLANK),
    place: 'car',
    check: first!.id,
    outcome: first!.outcomes[1]!.id,
    often: OFTEN_WORDS[1]!,
  }
}

/** A new cause, and the check that finds it with it: neither can be without the other. */
export function newCause(
  book: KnowledgeBook,
  typed: TypedNewCause,
): { readonly cause: BookCause; readonly check: BookCheck } {
  const taken = new Set([...book.causes, ...book.compounds].map((each) => each.id))
  const id = idFrom(typed.words, taken)
  const cause = causeOf({ ...BLANK, id, place: typed.place }, typed)
  const check = book.checks.find((each) => each.id === typed.check)!
  const row: BookRow = check.outcomes.length === 2 ? typed.often : { [typed.outcome]: typed.often }
  return {
    cause,
    check: {
      ...check,
      rows: [...check.rows, { causes: [id], row, because: cause.because.slice(0, 200) }],
    },
  }
}

/** Puts a cause of the shop's own on the shelf. */
export function addCause(
  { book, changes }: { readonly book: KnowledgeBook; readonly changes: BookChanges },
  typed: TypedNewCause,
): CommandPayload<'knowledge.save'> {
  const { cause, check } = newCause(book, typed)
  return saveChanges(
    withEntry(withEntry(changes, 'causes', cause.id, cause), 'checks', check.id, check),
  )
}

/** Keeps the shop's changes of the knowledge. */
export const saveChanges = (changes: BookChanges): CommandPayload<'knowledge.save'> => ({ changes })

type BookFile = CommandPayload<'knowledge.import'>['book']

/** Takes another book over. @param counted whether what its shop learned counts here too */
export const importBook = (
  { learned, ...rest }: BookFile,
  counted: boolean,
  baseVersion: number,
): Intention<'knowledge.import'> => ({
  payload: { book: counted && learned ? { ...rest, learned } : rest },
  baseVersion,
})
