import type { BookFastener, BookJob, BookStep, ProcedureBook } from './book.ts'
import { SHIPPED_PROCEDURES } from './book.ts'
import first from './book/procedures.1.json' with { type: 'json' }

/** Procedures as they were kept before steps said what they loosen and what they tighten. */
export interface EarlierBook extends Omit<
  ProcedureBook,
  'formatVersion' | 'fasteners' | 'steps' | 'jobs'
> {
  readonly formatVersion: 1
  readonly torques: Readonly<Record<string, string>>
  readonly steps: readonly (Omit<BookStep, 'loosens' | 'tightens' | 'snugs' | 'retires'> & {
    readonly torque?: string
  })[]
  readonly jobs: readonly BookJob[]
}

const byId = <Each extends { readonly id: string }>(
  list: readonly Each[],
): ReadonlyMap<string, Each> => new Map(list.map((each) => [each.id, each]))

/** The last of the earlier books that shipped: what a kept one differs in is the shop's own. */
const FIRST = first as unknown as EarlierBook
const FIRST_STEPS = byId(FIRST.steps)
const FIRST_JOBS = byId(FIRST.jobs)
const SHIPPED_STEPS = byId(SHIPPED_PROCEDURES.steps)
const SHIPPED_JOBS = byId(SHIPPED_PROCEDURES.jobs)
const shipsOrShipped = (id: string): boolean => SHIPPED_STEPS.has(id) || FIRST_STEPS.has(id)

/** What a shop says of a step itself; what it needs, does and leaves is the shipped step's. */
const OWN_WORDS = [
  'words',
  'why',
  'caution',
  'minutes',
  'wait',
  'alone',
  'shownBy',
  'photo',
  'second',
  'tools',
  'uses',
] as const satisfies readonly (keyof BookStep)[]

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A step of the shop’s own: what it sets a torque to it brings on and finishes. */
const mended = ({ torque, ...step }: EarlierBook['steps'][number]): BookStep => ({
  ...step,
  ...(torque === undefined ? {} : { snugs: [torque], tightens: [torque] }),
})

/** A shipped step with what the shop had changed in it. */
function withOwnWords(
  shipped: BookStep,
  own: ReadonlyMap<string, EarlierBook['steps'][number]>,
): BookStep {
  const [mine, before] = [own.get(shipped.id), FIRST_STEPS.get(shipped.id)]
  const changed = OWN_WORDS.filter(
    (key) => mine?.[key] !== undefined && !same(mine[key], before?.[key]),
  )
  return {
    ...shipped,
    ...(Object.fromEntries(changed.map((key) => [key, mine![key]])) as Partial<BookStep>),
  }
}

/** The shipped steps of a job, with those a shop had added where it had them. */
function withAdded(shipped: readonly string[], own: readonly string[]): readonly string[] {
  const steps = [...shipped]
  for (const [i, id] of own.entries()) {
    if (shipsOrShipped(id) || steps.includes(id)) continue
    const before = own.slice(0, i).findLast((each) => steps.includes(each))
    steps.splice(before === undefined ? 0 : steps.indexOf(before) + 1, 0, id)
  }
  return steps
}

function jobsOf(own: EarlierBook['jobs']): readonly BookJob[] {
  const mine = byId(own)
  const shipped = SHIPPED_PROCEDURES.jobs.map((job): BookJob => {
    const said = mine.get(job.id)
    if (!said) return job
    return {
      ...job,
      words: said.words === FIRST_JOBS.get(job.id)?.words ? job.words : said.words,
      steps: withAdded(job.steps, said.steps),
      ends: withAdded(job.ends, said.ends),
    }
  })
  return [...shipped, ...own.filter(({ id }) => !SHIPPED_JOBS.has(id))]
}

function fastenersOf({ torques }: EarlierBook): ProcedureBook['fasteners'] {
  const fasteners: Record<string, BookFastener> = { ...SHIPPED_PROCEDURES.fasteners }
  for (const [id, words] of Object.entries(torques))
    if (words !== FIRST.torques[id]) fasteners[id] = { ...fasteners[id], words }
  return fasteners
}

/**
 * An earlier book, with what has been learned since: what carries weight is held before it is
 * loosened, and everything loosened is tightened. What the shop had changed or added stays.
 */
function upgraded(own: EarlierBook): ProcedureBook {
  const { torques: _, steps, jobs, facts, ...rest } = own
  const mine = byId(steps)
  const all = jobsOf(jobs)
  const asked = new Set(all.flatMap((job) => [...job.steps, ...job.ends]))
  const added = steps.filter(
    ({ id }) => !SHIPPED_STEPS.has(id) && (asked.has(id) || !FIRST_STEPS.has(id)),
  )
  const shippedFacts = byId(SHIPPED_PROCEDURES.facts)
  return {
    ...rest,
    formatVersion: 2,
    tools: { ...SHIPPED_PROCEDURES.tools, ...own.tools },
    uses: { ...SHIPPED_PROCEDURES.uses, ...own.uses },
    parts: { ...SHIPPED_PROCEDURES.parts, ...own.parts },
    fasteners: fastenersOf(own),
    facts: [...SHIPPED_PROCEDURES.facts, ...facts.filter(({ id }) => !shippedFacts.has(id))],
    steps: [
      ...SHIPPED_PROCEDURES.steps.map((step) => withOwnWords(step, mine)),
      ...added.map(mended),
    ],
    jobs: all,
  }
}

const completed = new WeakMap<object, ProcedureBook>()

/**
 * The procedures a shop works by: its own, or those that ship. A book kept in an earlier form is
 * brought up to date.
 * @returns the same object for the same book
 */
export function workedBy(own: ProcedureBook | EarlierBook | null): ProcedureBook {
  if (own === null) return SHIPPED_PROCEDURES
  if (own.formatVersion === 2) return own
  const book = completed.get(own) ?? upgraded(own)
  completed.set(own, book)
  return book
}
