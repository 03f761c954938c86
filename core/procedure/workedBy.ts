import type { BookFastener, BookJob, BookStep, ProcedureBook } from './book.ts'
import { SHIPPED_PROCEDURES } from './book.ts'

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

const byId = <Each extends { readonly id: string }>(list: readonly Each[]): Map<string, Each> =>
  new Map(list.map((each) => [each.id, each]))
const mended = ({ torque, ...step }: EarlierBook['steps'][number]): BookStep => ({
  ...step,
  ...(torque === undefined ? {} : { tightens: [torque] }),
})

/** A shipped step in the shop's own words. */
function ownWords(shipped: BookStep, own: BookStep): BookStep {
  const said = OWN_WORDS.flatMap((key) => (own[key] === undefined ? [] : [[key, own[key]]]))
  return { ...shipped, ...(Object.fromEntries(said) as Partial<BookStep>) }
}

/** The shipped steps of a job, with those a shop had added where it had them. */
function withAdded(shipped: readonly string[], own: readonly string[]): readonly string[] {
  const known = byId(SHIPPED_PROCEDURES.steps)
  const dropped = new Set(DROPPED)
  const steps = [...shipped]
  for (const [i, id] of own.entries()) {
    if (known.has(id) || dropped.has(id) || steps.includes(id)) continue
    const before = own.slice(0, i).findLast((each) => steps.includes(each))
    steps.splice(before === undefined ? 0 : steps.indexOf(before) + 1, 0, id)
  }
  return steps
}

/** Steps that shipped before and have been taken apart since. */
const DROPPED: readonly string[] = ['strutTight', 'coilRide']

/**
 * An earlier book, with what has been learned since: what carries weight is held before it is
 * loosened, and everything loosened is tightened. The shop's words, minutes and additions stay.
 */
function upgraded(own: EarlierBook): ProcedureBook {
  const { torques, steps, jobs, facts, ...rest } = own
  const mine = byId(steps.map(mended))
  const shippedJobs = byId(SHIPPED_PROCEDURES.jobs)
  const fasteners: Record<string, BookFastener> = { ...SHIPPED_PROCEDURES.fasteners }
  for (const [id, words] of Object.entries(torques)) fasteners[id] = { ...fasteners[id], words }
  const ownJobs = jobs.filter(({ id }) => !shippedJobs.has(id))
  const asked = new Set(ownJobs.flatMap((job) => [...job.steps, ...job.ends]))
  const shipped = byId(SHIPPED_PROCEDURES.steps)
  const added = [...mine.values()].filter(
    ({ id }) => !shipped.has(id) && (asked.has(id) || !DROPPED.includes(id)),
  )
  return {
    ...rest,
    formatVersion: 2,
    tools: { ...SHIPPED_PROCEDURES.tools, ...own.tools },
    uses: { ...SHIPPED_PROCEDURES.uses, ...own.uses },
    parts: { ...SHIPPED_PROCEDURES.parts, ...own.parts },
    fasteners,
    facts: [...byId([...facts, ...SHIPPED_PROCEDURES.facts]).values()],
    steps: [
      ...SHIPPED_PROCEDURES.steps.map((step) => {
        const said = mine.get(step.id)
        return said ? ownWords(step, said) : step
      }),
      ...added,
    ],
    jobs: [
      ...SHIPPED_PROCEDURES.jobs.map((job) => {
        const said = jobs.find(({ id }) => id === job.id)
        return said
          ? {
              ...job,
              words: said.words,
              steps: withAdded(job.steps, said.steps),
              ends: withAdded(job.ends, said.ends),
            }
          : job
      }),
      ...ownJobs,
    ],
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
