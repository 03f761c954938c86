import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Architecture, Axle, Place } from '../../base/vehicle/index.ts'
import {
  axlesOf,
  CORNERS,
  cornersOf,
  hasAirAtCorner,
  isLive,
  isWithin,
} from '../../base/vehicle/index.ts'
import type { BookFact, BookStep, ProcedureBook } from './book.ts'
import { STRETCHES } from './book.ts'
import type { PlanRefusal } from './refusals.ts'
import type { Situation } from './situation.ts'
import { applies, liveAxles, placesFrom } from './situation.ts'
import type { PlacedJob } from './wanted.ts'

/** A step at its place in a plan. */
export interface Placed {
  readonly key: string
  readonly step: BookStep
  readonly place: Place
  readonly jobs: Set<string>
}
/** What must come before what, and because of which fact; a job's own order has none. */
export interface Order {
  readonly before: string
  readonly after: string
  readonly fact: string | null
}
/** A need, read. */
export interface Need {
  readonly fact: string
  readonly kind: 'must' | 'ifGiven' | 'everywhere' | 'allAir'
}

const KINDS = { '?': 'ifGiven', '+': 'everywhere', '*': 'allAir' } as const
/** Reads a need as it is written. */
export function needOf(written: string): Need {
  const kind = KINDS[written.at(-1) as keyof typeof KINDS]
  return kind ? { fact: written.slice(0, -1), kind } : { fact: written, kind: 'must' }
}

/** A need at its place. */
export interface NeedAt {
  readonly fact: string
  readonly place: Place
  readonly kind: Need['kind']
}
/** What a step says of itself that asks for something. */
type Asking = Pick<BookStep, 'needs' | 'under' | 'acts'> & { readonly place: Place }

/** What must hold the body and the axle before somebody is under the car. */
const heldOver = (place: Place, architecture: Architecture): readonly NeedAt[] => [
  { fact: 'held', place: null, kind: 'must' },
  ...liveAxles(architecture, place).map((axle): NeedAt => ({
    fact: 'axleHeld',
    place: axle,
    kind: 'must',
  })),
]

/** What must hold the arm or the axle before a joint that carries it is parted. */
const heldUnder = (place: Place, architecture: Architecture): readonly NeedAt[] =>
  axlesOf(place).flatMap((axle): readonly NeedAt[] =>
    isLive(architecture, axle)
      ? [{ fact: 'axleHeld', place: axle, kind: 'must' }]
      : placesFrom('corner', place, architecture)
          .filter((corner) => isWithin(corner, axle))
          .map((corner) => ({ fact: 'armHeld', place: corner, kind: 'must' })),
  )

/**
 * Facts a step asks for, with their places, as it is written. Somebody under the car asks for
 * supports, and a joint that is parted asks for what holds its arm, whatever the book says.
 */
export function needPlaces(
  facts: ReadonlyMap<string, BookFact>,
  { needs = [], under = false, acts = [], place }: Asking,
  architecture: Architecture,
): readonly NeedAt[] {
  const written = needs
    .map(needOf)
    .flatMap(({ fact, kind }) =>
      (kind === 'allAir'
        ? CORNERS.filter((corner) => hasAirAtCorner(architecture, corner))
        : placesFrom(facts.get(fact)!.at, place, architecture)
      ).map((at) => ({ fact, place: at, kind })),
    )
  return [
    ...written,
    ...(under ? heldOver(place, architecture) : []),
    ...(acts.includes('partJoint') ? heldUnder(place, architecture) : []),
  ]
}

/** A fact at its place. */
export interface FactAt {
  readonly fact: string
  readonly place: Place
}
/**
 * A temporary fact that work under way has brought about, and the step of its plan that was to undo
 * it; null: any step that undoes it will do.
 */
export interface Carried extends FactAt {
  readonly undoneBy: string | null
}

export const keyOf = (step: string, place: Place): string =>
  place === null ? step : `${step}.${place}`

/** The axle hangs on a jack, its stands away. */
const ON_JACK = 'axleOnJack'

/** Everything that must come after a step, however far on. */
function comesAfter(orders: readonly Order[], key: string): ReadonlySet<string> {
  const after = new Set<string>([key])
  for (let before = -1; before !== after.size;) {
    before = after.size
    for (const order of orders) if (after.has(order.before)) after.add(order.after)
  }
  after.delete(key)
  return after
}

/**
 * Every step a plan is made of: those of its jobs, what they need, what they leave to be undone,
 * and what proves it.
 */
export class Expansion {
  readonly placed = new Map<string, Placed>()
  readonly chains: Order[] = []
  /** Steps of the plan that give and take, by fact and place. */
  private readonly byFact = {
    gives: new Map<string, Placed[]>(),
    takes: new Map<string, Placed[]>(),
  }
  private readonly facts: ReadonlyMap<string, BookFact>
  private readonly steps: ReadonlyMap<string, BookStep>
  /** Steps that belong to a job come with it, and are not fetched for others. */
  private readonly own: ReadonlySet<string>

  constructor(
    private readonly book: ProcedureBook,
    private readonly situation: Situation,
  ) {
    this.facts = new Map(book.facts.map((fact) => [fact.id, fact]))
    this.steps = new Map(book.steps.map((step) => [step.id, step]))
    this.own = new Set(book.jobs.flatMap(({ steps }) => steps))
  }

  /** Where a fact is, seen from a step. */
  placesOf(fact: string, place: Place): readonly Place[] {
    return placesFrom(this.facts.get(fact)!.at, place, this.situation.architecture)
  }

  /** Steps of the plan that give a fact there, or take it. */
  withFact(side: 'gives' | 'takes', fact: string, place: Place): readonly Placed[] {
    return this.byFact[side].get(keyOf(fact, place)) ?? []
  }

  private note(each: Placed): void {
    for (const side of ['gives', 'takes'] as const)
      for (const fact of new Set(each.step[side]))
        for (const at of this.placesOf(fact, each.place)) {
          const there = this.byFact[side].get(keyOf(fact, at)) ?? []
          there.push(each)
          this.byFact[side].set(keyOf(fact, at), there)
        }
  }

  private add(id: string, from: Place, job: string): readonly Placed[] {
    const step = this.steps.get(id)
    if (!step) return []
    return placesFrom(step.at, from, this.situation.architecture)
      .filter((place) => applies(step.when, this.situation, place))
      .map((place) => {
        const key = keyOf(id, place)
        const known = this.placed.get(key)
        const there = known ?? { key, step, place, jobs: new Set<string>() }
        there.jobs.add(job)
        if (!known) {
          this.placed.set(key, there)
          this.note(there)
        }
        return there
      })
  }

  private addJob({ job, place }: PlacedJob): void {
    // A job of an axle goes corner by corner, both in step.
    const runs: readonly Place[] = job.at === 'axle' ? cornersOf(place) : [place]
    for (const run of runs) {
      let last: readonly Placed[] = []
      for (const id of job.steps) {
        const next = this.add(id, run, job.id)
        for (const before of last)
          for (const after of next)
            if (before.key !== after.key)
              this.chains.push({ before: before.key, after: after.key, fact: null })
        if (next.length > 0) last = next
      }
      for (const id of job.ends) this.add(id, run, job.id)
    }
  }

  /** Facts a step must find given, with their places. */
  private musts({ step, place }: Placed): readonly FactAt[] {
    return needPlaces(this.facts, { ...step, place }, this.situation.architecture).filter(
      ({ kind }) => kind === 'must' || kind === 'allAir',
    )
  }

  private one(
    side: 'gives' | 'takes',
    fact: string,
    place: Place,
    asker: string,
  ): Result<BookStep, PlanRefusal> {
    const fitting = this.book.steps.filter(
      (step) =>
        (step[side] ?? []).includes(fact) &&
        applies(
          step.when,
          this.situation,
          placesFrom(step.at, place, this.situation.architecture)[0] ?? place,
        ),
    )
    const free = fitting.filter(({ id }) => !this.own.has(id))
    const [first, ...more] = free.length > 0 ? free : fitting
    if (!first) return refuse({ code: 'nothingGives', step: asker, fact })
    return more.length > 0
      ? refuse({
          code: 'severalGive',
          step: asker,
          fact,
          givers: [first, ...more].map(({ id }) => id),
        })
      : ok(first)
  }

  private fetch(each: Placed): PlanRefusal | null {
    const [job = ''] = each.jobs
    const wanted = [
      ...this.musts(each)
        .filter(({ fact }) => !this.facts.get(fact)!.atStart)
        .map(({ fact, place }) => ['gives', fact, place] as const),
      ...(each.step.gives ?? [])
        .filter((fact) => this.facts.get(fact)!.temporary)
        .flatMap((fact) =>
          this.placesOf(fact, each.place).map((at) => ['takes', fact, at] as const),
        ),
    ]
    for (const [side, fact, at] of wanted) {
      if (this.withFact(side, fact, at).length > 0) continue
      const found = this.one(side, fact, at, each.step.id)
      if (!found.ok) return found.error
      this.add(found.value.id, at, job)
    }
    for (const fact of each.step.gives ?? [])
      for (const id of this.facts.get(fact)!.then ?? []) this.add(id, each.place, job)
    return null
  }

  /** @returns what stands in the way, or null when the plan is whole */
  build(jobs: readonly PlacedJob[], carried: readonly Carried[] = []): PlanRefusal | null {
    for (const job of jobs) this.addJob(job)
    for (const { id, gives } of this.book.steps)
      if (gives?.includes('proved')) this.add(id, null, jobs[0]!.job.id)
    // A spring that lay empty is looked at extended and filled like one that was emptied, whatever
    // else is done.
    for (const corner of this.situation.flat)
      for (const step of this.book.steps)
        if (step.acts?.includes('fill')) this.add(step.id, corner, jobs[0]!.job.id)
    // What work under way has left changed is undone, whichever job it was for.
    for (const { fact, place, undoneBy } of carried) {
      if (!this.facts.get(fact)?.temporary || this.withFact('takes', fact, place).length > 0)
        continue
      const found = undoneBy === null ? this.one('takes', fact, place, fact) : ok({ id: undoneBy })
      if (!found.ok) return found.error
      this.add(found.value.id, place, jobs[0]!.job.id)
    }
    // What was fetched needs and leaves things itself, until nothing new comes.
    const done = new Set<string>()
    for (
      let open = [...this.placed.values()];
      open.length > 0;
      open = [...this.placed.values()].filter(({ key }) => !done.has(key))
    ) {
      for (const each of open) {
        done.add(each.key)
        const refusal = this.fetch(each)
        if (refusal) return refusal
      }
    }
    return null
  }

  /**
   * Everything that must come before something else. A fact holds from its giver to its taker:
   * whoever needs it stands between.
   */
  orders(): readonly Order[] {
    const orders: Order[] = [...this.chains]
    const each = [...this.placed.values()]
    const push = (before: Placed, after: Placed, fact: string): void => {
      if (before.key !== after.key) orders.push({ before: before.key, after: after.key, fact })
    }
    const needers = new Map<string, Set<Placed>>()
    const note = (fact: string, at: Place, who: Placed): void => {
      const set = needers.get(keyOf(fact, at)) ?? new Set()
      set.add(who)
      needers.set(keyOf(fact, at), set)
    }
    for (const who of each) {
      for (const { fact, place } of needPlaces(
        this.facts,
        { ...who.step, place: who.place },
        this.situation.architecture,
      ))
        note(fact, place, who)
    }
    const { gives: giving, takes: taking } = this.byFact
    const seenFrom = new Set(each.map(({ place }) => place))
    for (const fact of this.facts.values()) {
      for (const at of new Set([...seenFrom].flatMap((place) => this.placesOf(fact.id, place)))) {
        const key = keyOf(fact.id, at)
        const givers = giving.get(key) ?? []
        const takers = taking.get(key) ?? []
        const asks = needers.get(key) ?? []
        for (const giver of givers) for (const who of asks) push(giver, who, fact.id)
        for (const taker of takers) {
          for (const giver of givers) push(giver, taker, fact.id)
          for (const who of asks) if (!takers.includes(who)) push(who, taker, fact.id)
        }
      }
    }
    return [...orders, ...this.clearOfJacks(orders)]
  }

  /**
   * Nobody is under an axle while it is on a jack: what is done under the car comes before its
   * stands go, or after they are back.
   */
  private clearOfJacks(orders: readonly Order[]): readonly Order[] {
    const each = [...this.placed.values()]
    const under = each.filter(({ step }) => step.under)
    return each
      .filter(({ step }) => step.acts?.includes('jackAxle'))
      .flatMap((down): readonly Order[] => {
        const back = each.find(
          ({ step, place, key }) =>
            key !== down.key &&
            place === down.place &&
            step.takes?.includes(ON_JACK) === true &&
            step.acts?.includes('holdAxle') === true,
        )
        if (!back) return []
        const after = comesAfter(orders, down.key)
        return under
          .filter(({ place }) => place === null || axlesOf(place).includes(down.place as Axle))
          .map(({ key, step }): Order => {
            const late =
              after.has(key) || STRETCHES.indexOf(step.phase) > STRETCHES.indexOf(down.step.phase)
            return late
              ? { before: back.key, after: key, fact: ON_JACK }
              : { before: key, after: down.key, fact: ON_JACK }
          })
      })
  }
}
