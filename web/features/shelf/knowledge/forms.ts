import type {
  BookCause,
  BookChanges,
  BookCheck,
  BookRow,
  KnowledgeBook,
} from '@anklet/core/reasoning/diagnosis'
import { OFTEN } from '@anklet/core/reasoning/diagnosis'
import { parseNumber } from '../../../kit/typed.ts'

/** What was typed, as an entry; or what is wrong with it. */
export type Formed<Entry> =
  { readonly ok: true; readonly entry: Entry } | { readonly ok: false; readonly sentence: string }

/** Words for how often, most first. */
export const OFTEN_WORDS = Object.keys(OFTEN) as (keyof typeof OFTEN)[]

/** When a repair is proved. */
export const PROOFS: readonly { readonly value: BookCause['proof']; readonly words: string }[] = [
  { value: 'now', words: 'At once' },
  { value: 'drive', words: 'By a drive' },
  { value: 'night', words: 'By the next night' },
]

const figure = (text: string, name: string, least: number): number | string => {
  const value = parseNumber(text)
  return value === null || value < least || value > 10_000
    ? `${name} must be a number ${least > 0 ? 'above' : 'from'} ${least > 0 ? 0 : least}, at most 10 000.`
    : value
}

/** A cause as it is typed. */
export interface CauseForm {
  readonly words: string
  readonly weight: string
  readonly minutes: string
  readonly parts: string
  readonly price: string
  readonly proof: BookCause['proof']
  readonly because: string
}

export const causeForm = ({
  words,
  weight,
  minutes,
  parts,
  price,
  proof,
  because,
}: BookCause): CauseForm => ({
  words,
  weight: String(weight),
  minutes: String(minutes),
  parts: String(parts),
  price: price === undefined ? '' : String(price),
  proof,
  because,
})

/** A cause with what was typed in it. */
export function causeOf(cause: BookCause, form: CauseForm): Formed<BookCause> {
  const [weight, minutes, parts, price] = [
    figure(form.weight, 'How often it is met', 1e-6),
    figure(form.minutes, 'The minutes of work', 0),
    figure(form.parts, 'The worth of the parts', 0),
    form.price.trim() === '' ? null : parseNumber(form.price),
  ]
  for (const value of [weight, minutes, parts])
    if (typeof value === 'string') return { ok: false, sentence: value }
  if (form.price.trim() !== '' && (price === null || price < 0 || price > 1e7))
    return {
      ok: false,
      sentence: 'A price is a figure from 0 up; leave it empty where you have none.',
    }
  if (form.words.trim() === '' || form.because.trim() === '')
    return { ok: false, sentence: 'Say what is wrong, and in one line why it comes.' }
  const { price: _price, ...rest } = cause
  return {
    ok: true,
    entry: {
      ...rest,
      words: form.words.trim(),
      weight: weight as number,
      minutes: minutes as number,
      parts: parts as number,
      ...(price === null ? {} : { price }),
      proof: form.proof,
      because: form.because.trim(),
    },
  }
}

/** A check as it is typed: lines are steps, commas part what it needs. */
export interface CheckForm {
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

export const checkForm = ({
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
}: BookCheck): CheckForm => ({
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

const optional = <Key extends string, Value>(
  key: Key,
  value: Value,
  there: boolean,
): Partial<Record<Key, Value>> => (there ? ({ [key]: value } as Record<Key, Value>) : {})

/** A check with what was typed in it. */
export function checkOf(check: BookCheck, form: CheckForm): Formed<BookCheck> {
  const figures = {
    minutes: figure(form.minutes, 'The minutes of work', 0),
    materials: form.materials.trim() === '' ? 0 : figure(form.materials, 'What it uses up', 0),
    unattendedH:
      form.unattendedH.trim() === '' ? 0 : figure(form.unattendedH, 'The hours it stands', 0),
  }
  for (const value of Object.values(figures))
    if (typeof value === 'string') return { ok: false, sentence: value }
  const [steps, needs] = [
    form.how
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
    form.needs
      .split(',')
      .map((each) => each.trim())
      .filter(Boolean),
  ]
  if (form.name.trim() === '' || form.asks.trim() === '')
    return { ok: false, sentence: 'A check needs a name and its question.' }
  if (steps.length === 0 || steps.length > 8 || steps.some((step) => step.length > 240))
    return {
      ok: false,
      sentence: 'Say how it is done, in one to eight lines of at most 240 letters.',
    }
  if (needs.length > 6 || needs.some((each) => each.length > 40))
    return {
      ok: false,
      sentence: 'What it needs: at most six things of forty letters, parted by commas.',
    }
  if (Object.values(form.outcomes).some((words) => words.trim() === ''))
    return { ok: false, sentence: 'Every outcome needs its words.' }
  const {
    materials: _materials,
    unattendedH: _unattended,
    needs: _needs,
    caution: _caution,
    ...rest
  } = check
  const [materials, unattendedH, caution] = [
    figures.materials as number,
    figures.unattendedH as number,
    form.caution.trim(),
  ]
  return {
    ok: true,
    entry: {
      ...rest,
      name: form.name.trim(),
      asks: form.asks.trim(),
      minutes: figures.minutes as number,
      how: steps,
      ...optional('materials', materials, materials > 0),
      ...optional('unattendedH', unattendedH, unattendedH > 0),
      ...optional('needs', needs, needs.length > 0),
      ...optional('caution', caution, caution !== ''),
      outcomes: check.outcomes.map(({ id }) => ({ id, words: form.outcomes[id]!.trim() })),
      rows: check.rows.map((row, i) => ({ ...row, row: form.rows[i]! })),
    },
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

/** A new cause, and the check that finds it with it: neither can be without the other. */
export function newCause(
  book: KnowledgeBook,
  cause: Omit<BookCause, 'id'>,
  shown: { readonly check: string; readonly outcome: string; readonly often: keyof typeof OFTEN },
): { readonly cause: BookCause; readonly check: BookCheck } {
  const id = idFrom(
    cause.words,
    new Set([...book.causes, ...book.compounds].map((each) => each.id)),
  )
  const check = book.checks.find((each) => each.id === shown.check)!
  const row: BookRow = check.outcomes.length === 2 ? shown.often : { [shown.outcome]: shown.often }
  return {
    cause: { ...cause, id },
    check: {
      ...check,
      rows: [...check.rows, { causes: [id], row, because: cause.because.slice(0, 200) }],
    },
  }
}
