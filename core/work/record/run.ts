import type { BookFact, BookStep, Carried, CarState, FactAt, PlanStep } from '../procedure/index.ts'
import { carOf, needPlaces, placesFrom } from '../procedure/index.ts'
import type { Place } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { carAfter, carWithout, fillable, isOpen } from './carRecord.ts'
import type { DoneStep, WorkEntry } from './entries.ts'
import { gatesPassed } from './gates.ts'
import type { WorkOf, Temporary, Run, RunStep } from './runState.ts'
import { factKey, factOf } from './runState.ts'

/** A torque out of its range, or a step left out, gives nothing before a lead has agreed. */
const holdsBack = ({ content: { deviation } }: DoneStep): boolean =>
  deviation?.kind === 'torque' || deviation?.kind === 'skipped'

const UNPROVED: ReadonlySet<string> = new Set(['vented', 'plantVented', 'plantEmpty'])

/** Goes through the record entry by entry. */
class Folding {
  car: CarState
  readonly holds = new Map<string, WorkEntry | null>()
  readonly doneBy = new Map<string, DoneStep>()
  readonly held = new Set<string>()
  readonly lost = new Map<string, FactAt & { readonly entry: WorkEntry }>()
  readonly hands = new Set<string>()
  readonly awaiting = new Map<string, DoneStep>()
  readonly bubbles = new Set<string>()
  second: string | null = null
  handedTo: WorkEntry | null = null
  paused: WorkEntry | null = null
  deviceId: string | null = null
  readonly facts: ReadonlyMap<string, BookFact>
  private readonly book: ReadonlyMap<string, BookStep>

  constructor(private readonly of: WorkOf) {
    this.facts = new Map(of.book.facts.map((fact) => [fact.id, fact]))
    this.book = new Map(of.book.steps.map((step) => [step.id, step]))
    this.car = carOf(of.architecture, new Set(of.flat))
    for (const { id, atStart } of of.book.facts)
      if (atStart) this.holds.set(factKey(id, null), null)
    for (const entry of of.entries) this.take(entry)
  }

  private places(fact: string, place: Place): readonly Place[] {
    const of = this.facts.get(fact)
    return of ? placesFrom(of.at, place, this.of.architecture) : []
  }

  private effect({ content }: DoneStep, entry: WorkEntry): void {
    const step = this.book.get(content.step)
    if (!step) return
    this.car = carAfter(this.car, step, content.place, this.of.architecture)
    for (const fact of step.takes ?? [])
      for (const at of this.places(fact, content.place)) this.holds.delete(factKey(fact, at))
    // A live module fills what was let down: nothing shown before it woke counts after it.
    if (step.acts?.includes('supplyBack')) {
      this.holds.set(factKey('supplyOn', null), entry)
      for (const key of [...this.holds.keys()])
        if (UNPROVED.has(factOf(key).fact)) this.holds.delete(key)
    }
    for (const fact of step.gives ?? [])
      for (const at of this.places(fact, content.place)) {
        this.holds.set(factKey(fact, at), entry)
        this.lost.delete(factKey(fact, at))
      }
  }

  private drop(fact: string, place: Place, entry: WorkEntry): void {
    const key = factKey(fact, place)
    // Closed up again, a spring is shown empty for nothing any more.
    if (fact === 'empty' && this.holds.has(factKey('lineClosed', place))) return
    if (this.holds.delete(key)) this.lost.set(key, { fact, place, entry })
  }

  private lose(entry: WorkEntry, fact: string, place: Place): void {
    if (!this.holds.has(factKey(fact, place))) return
    this.drop(fact, place, entry)
    if (fact === 'supplyOff') {
      this.holds.set(factKey('supplyOn', null), entry)
      for (const corner of CORNERS) {
        const at = this.car.corners[corner]
        if (at && fillable(at) && !isOpen(this.car)) this.drop('vented', corner, entry)
        if (at && at.line !== 'open') this.drop('empty', corner, entry)
      }
      for (const of of isOpen(this.car) ? ['plantEmpty'] : ['plantVented', 'plantEmpty'])
        this.drop(of, null, entry)
    }
    // What came back there may have seeped past a shut valve.
    if (fact === 'plantEmpty')
      for (const corner of CORNERS)
        if (this.car.corners[corner]?.line === 'closed') this.drop('empty', corner, entry)
    // The car stands on it: its folds may lie wrong now.
    if (fact === 'filled' && this.car.body === 'ground') this.drop('foldsSeen', place, entry)
    this.car = carWithout(this.car, fact, place)
  }

  private take(entry: WorkEntry): void {
    const { content, person } = entry
    switch (content.kind) {
      case 'done': {
        const done = entry as DoneStep
        this.doneBy.set(content.key, done)
        if (content.deviation) this.awaiting.set(entry.id, done)
        if (holdsBack(done)) this.held.add(content.key)
        else this.effect(done, entry)
        return
      }
      case 'approved':
      case 'declined': {
        const done = this.awaiting.get(content.of)
        if (!done) return
        this.awaiting.delete(content.of)
        this.held.delete(done.content.key)
        if (content.kind === 'declined') this.doneBy.delete(done.content.key)
        else if (holdsBack(done)) this.effect(done, entry)
        return
      }
      case 'lost':
        this.lose(entry, content.fact, content.place)
        return
      case 'joined':
        this.hands.add(person)
        this.handedTo = null
        this.second = content.second ?? this.second
        return
      // A joint that bubbles is not tight, whatever was seen before: what hangs on it waits again.
      case 'joint':
        if (content.tight) this.bubbles.delete(content.joint)
        else {
          this.bubbles.add(content.joint)
          this.holds.delete(factKey('tight', null))
        }
        return
      case 'left':
        this.hands.delete(person)
        return
      case 'handed':
        this.hands.delete(person)
        this.handedTo = entry
        return
      case 'paused':
        this.paused = entry
        return
      case 'resumed':
        this.paused = null
        return
      case 'linked':
        this.deviceId = content.deviceId
    }
  }

  private allHold({ gives, place }: PlanStep): boolean {
    return gives.every((fact) =>
      this.places(fact, place).every((at) => this.holds.has(factKey(fact, at))),
    )
  }

  /** Steps whose whole outcome was brought about by steps that are in the plan no more. */
  private superseded(): readonly string[] {
    const inPlan = new Set(this.of.steps.map(({ step }) => step))
    const byOther = (entry: WorkEntry | null | undefined): boolean =>
      entry?.content.kind === 'done' && !inPlan.has(entry.content.step)
    return this.of.steps
      .filter(
        (step) =>
          step.gives.length > 0 &&
          this.allHold(step) &&
          step.gives.some((fact) =>
            this.places(fact, step.place).some((at) => byOther(this.holds.get(factKey(fact, at)))),
          ),
      )
      .map(({ key }) => key)
  }

  /**
   * Steps never done whose outcome nobody waits for any more: every step that needs it is done, or
   * the outcome already holds because another step gave it.
   */
  passed(): ReadonlySet<string> {
    const { steps, book } = this.of
    const wanted = new Set(book.jobs.flatMap(({ steps: own, ends }) => [...own, ...ends]))
    const passed = new Set<string>(this.superseded())
    const over = (key: string): boolean => this.doneBy.has(key) || passed.has(key)
    for (let before = -1; before !== passed.size;) {
      before = passed.size
      for (const step of steps) {
        if (over(step.key) || wanted.has(step.step)) continue
        const served = steps.filter(({ after }) =>
          after.some(
            ({ key, fact }) => key === step.key && fact !== null && step.gives.includes(fact),
          ),
        )
        const so = this.allHold(step)
        if (served.length > 0 && (so || served.every(({ key }) => over(key)))) passed.add(step.key)
      }
    }
    return passed
  }

  /**
   * Steps that are to be done: never done, or done and needed once more because what they gave is
   * not so any more.
   */
  todo(): ReadonlySet<string> {
    const { steps, architecture } = this.of
    const passed = this.passed()
    const open = new Set(
      steps.filter(({ key }) => !this.doneBy.has(key) && !passed.has(key)).map(({ key }) => key),
    )
    const withFact = (side: 'gives' | 'takes'): ReadonlyMap<string, readonly PlanStep[]> => {
      const map = new Map<string, PlanStep[]>()
      for (const step of steps)
        for (const fact of step[side])
          for (const at of this.places(fact, step.place)) {
            const key = factKey(fact, at)
            map.set(key, [...(map.get(key) ?? []), step])
          }
      return map
    }
    const [givers, takers] = [withFact('gives'), withFact('takes')]
    for (let before = -1; before !== open.size;) {
      before = open.size
      for (const step of steps) {
        if (!open.has(step.key)) continue
        for (const { fact, place } of needPlaces(this.facts, step, architecture)) {
          const key = factKey(fact, place)
          const from = givers.get(key) ?? []
          if (
            !this.holds.has(key) &&
            !from.some((each) => open.has(each.key) || this.held.has(each.key))
          )
            for (const each of from) open.add(each.key)
        }
        // What is changed once more is undone once more.
        for (const fact of step.gives)
          if (this.facts.get(fact)?.temporary)
            for (const at of this.places(fact, step.place))
              for (const each of takers.get(factKey(fact, at)) ?? []) open.add(each.key)
      }
      for (const key of this.holds.keys())
        if (this.facts.get(factOf(key).fact)?.temporary)
          for (const each of takers.get(key) ?? []) open.add(each.key)
    }
    return open
  }

  /**
   * What a step asks for and nobody has given. Asked only where something gives it, it is no
   * matter while nothing does.
   */
  missing(step: PlanStep): readonly FactAt[] {
    return needPlaces(this.facts, step, this.of.architecture).filter(
      ({ fact, place, kind }) =>
        (kind === 'must' || kind === 'allAir') && !this.holds.has(factKey(fact, place)),
    )
  }

  temporary(todo: ReadonlySet<string>): readonly Temporary[] {
    return [...this.holds].flatMap(([key, since]) => {
      const { fact, place } = factOf(key)
      if (!since || !this.facts.get(fact)?.temporary) return []
      return [
        {
          fact,
          place,
          since,
          until:
            this.of.steps.find(
              (step) =>
                todo.has(step.key) &&
                step.takes.includes(fact) &&
                this.places(fact, step.place).includes(place),
            ) ?? null,
        },
      ]
    })
  }
}

/** The work on a car as its record tells it. */
export function runOf(of: WorkOf): Run {
  const folding = new Folding(of)
  const todo = folding.todo()
  const { held, doneBy } = folding
  const waiting = (key: string): boolean => todo.has(key) || held.has(key)
  const steps = of.steps.map((step): RunStep => ({
    step,
    state: held.has(step.key)
      ? 'held'
      : todo.has(step.key)
        ? doneBy.has(step.key)
          ? 'again'
          : 'open'
        : doneBy.has(step.key)
          ? 'done'
          : 'passed',
    done: doneBy.get(step.key) ?? null,
  }))
  const open = of.steps.filter(({ key }) => todo.has(key) && !held.has(key))
  const missing = new Map(open.map((step) => [step.key, folding.missing(step)]))
  const needed = new Set(
    open.flatMap((step) =>
      needPlaces(folding.facts, step, of.architecture).map(({ fact, place }) =>
        factKey(fact, place),
      ),
    ),
  )
  return {
    steps,
    ready: open.filter(
      (step) =>
        step.after.every(({ key }) => !waiting(key)) &&
        missing.get(step.key)!.length === 0 &&
        gatesPassed(of, folding.car, step) === null,
    ),
    missing,
    car: folding.car,
    holds: folding.holds,
    temporary: folding.temporary(todo),
    lost: [...folding.lost].filter(([key]) => needed.has(key)).map(([, each]) => each),
    hands: [...folding.hands],
    handedTo: folding.handedTo,
    paused: folding.paused,
    deviceId: folding.deviceId,
    awaiting: [...folding.awaiting.values()],
    waits: steps.flatMap(({ step, state, done }) =>
      done && state !== 'again' && step.waitMinutes > 0
        ? [{ id: done.id, step, dueMs: Date.parse(done.at) + step.waitMinutes * 60_000 }]
        : [],
    ),
    bubbles: [...folding.bubbles],
    second: folding.second,
    begun: of.entries.some(({ content }) => content.kind === 'joined'),
    finished:
      of.steps.length > 0 && steps.every(({ state }) => state === 'done' || state === 'passed'),
  }
}

/** What the work has left changed, as a new plan must take it over. */
export const carriedBy = ({ temporary }: Pick<Run, 'temporary'>): readonly Carried[] =>
  temporary.map(({ fact, place, until }) => ({ fact, place, undoneBy: until?.step ?? null }))
