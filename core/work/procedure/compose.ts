import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import { cornersOf, SIDE_OF, WALK } from '../../base/vehicle/index.ts'
import type { BookStep, Minutes, ProcedureBook, ShopWay, Support } from './book.ts'
import { STRETCHES } from './book.ts'
import type { Carried, Order, Placed } from './expand.ts'
import { Expansion } from './expand.ts'
import { asksTorque, finishedBy } from './fasteners.ts'
import { GATES_OF } from './machine.ts'
import { PROOFS } from './proofs.ts'
import { inOrder } from './moves.ts'
import type { PlanRefusal } from './refusals.ts'
import type { Situation, WantedJob } from './situation.ts'
import { placeJobs } from './wanted.ts'
import type { PlanStep } from './planStep.ts'
import { filledWords } from './words.ts'

/** What a plan is asked for. */
export interface PlanRequest {
  readonly architecture: Architecture
  readonly jobs: readonly WantedJob[]
  readonly support: Support
  readonly way: ShopWay
  /** Corners it came in on empty springs. */
  readonly flat?: readonly Corner[] | undefined
  /** What work under way has left so: it is undone, whatever else is wanted now. */
  readonly carried?: readonly Carried[] | undefined
}

/** Steps of several jobs in one order. */
export interface Plan {
  readonly steps: readonly PlanStep[]
  readonly handsOnMinutes: number
  readonly waitMinutes: number
  /** With one person who uses waits for what can be done meanwhile, min. */
  readonly elapsedMinutes: number
  readonly liftMovements: number
  readonly tools: readonly string[]
  readonly uses: readonly string[]
  readonly parts: readonly {
    readonly part: string
    readonly count: number
    readonly places: readonly Place[]
  }[]
  readonly torques: readonly string[]
  readonly photos: readonly string[]
  /**
   * What is switched, pulled, eased, opened or left hanging on the way, from which step to which.
   */
  readonly temporary: readonly {
    readonly fact: string
    readonly place: Place
    readonly from: string
    readonly until: string
  }[]
  readonly situation: Pick<Situation, 'support' | 'way'>
}

const walkIndex = (place: Place): number =>
  place === null ? -1 : Math.min(...cornersOf(place).map((corner) => WALK.indexOf(corner)))
const minutesAt = (minutes: Minutes, place: Place): number =>
  typeof minutes === 'number'
    ? minutes
    : place !== null && place in SIDE_OF
      ? minutes[SIDE_OF[place as Corner]]
      : Math.max(minutes.left, minutes.right)

/**
 * Steps in an order that keeps every order asked for: stretch by stretch, and both sides in step.
 * @returns the steps of a circle where there is one
 */
function sorted(
  placed: readonly Placed[],
  orders: readonly Order[],
  book: ProcedureBook,
): Result<readonly Placed[], PlanRefusal> {
  const bookIndex = new Map(book.steps.map(({ id }, i) => [id, i]))
  const rank = ({ step, place }: Placed): number =>
    STRETCHES.indexOf(step.phase) * 1e6 + bookIndex.get(step.id)! * 100 + walkIndex(place) + 1
  const ranks = new Map(placed.map((each) => [each.key, rank(each)]))
  const before = new Map(placed.map(({ key }) => [key, new Set<string>()]))
  for (const order of orders) before.get(order.after)?.add(order.before)
  const next = new Map(placed.map(({ key }) => [key, [] as string[]]))
  for (const [key, keys] of before) for (const each of keys) next.get(each)?.push(key)
  const waiting = new Map(placed.map(({ key }) => [key, before.get(key)!.size]))
  const left = new Map(placed.map((each) => [each.key, each]))
  const ready = new Set(placed.filter(({ key }) => waiting.get(key) === 0))
  const done: Placed[] = []
  while (left.size > 0) {
    // The same at the other corner comes next where it can: both sides in step.
    const last = done.at(-1)?.step.id
    let best: Placed | null = null
    for (const each of ready) if (best === null || comesBefore(each, best, last, ranks)) best = each
    if (best === null) return refuse({ code: 'cycle', steps: circle(left, before) })
    ready.delete(best)
    left.delete(best.key)
    done.push(best)
    for (const key of next.get(best.key)!) {
      waiting.set(key, waiting.get(key)! - 1)
      if (waiting.get(key) === 0) ready.add(left.get(key)!)
    }
  }
  return ok(done)
}

/** Whether a step comes before another, both of which may come now. */
function comesBefore(
  each: Placed,
  than: Placed,
  last: string | undefined,
  ranks: ReadonlyMap<string, number>,
): boolean {
  const [a, b] = [each.step.id === last, than.step.id === last]
  return a === b ? ranks.get(each.key)! < ranks.get(than.key)! : a
}

function circle(
  left: ReadonlyMap<string, Placed>,
  before: ReadonlyMap<string, ReadonlySet<string>>,
): readonly string[] {
  const way: string[] = []
  // Everything that is left waits for something that is left: walking back must come round.
  for (let at = [...left.keys()][0]!; ; at = [...before.get(at)!].find((key) => left.has(key))!) {
    const seen = way.indexOf(at)
    if (seen >= 0) return way.slice(seen).reverse()
    way.push(at)
  }
}

/**
 * When one person is done who starts the next step that may be started, in the plan's order, min.
 */
export function elapsed(
  steps: readonly Pick<PlanStep, 'key' | 'minutes' | 'waitMinutes' | 'after'>[],
): number {
  const ready = new Map<string, number>()
  let now = 0
  for (const { key, minutes, waitMinutes, after } of steps) {
    // A job's own order says what comes first, not that a wait must be over: only what needs the
    // outcome waits for it.
    now =
      Math.max(
        now,
        ...after.filter(({ fact }) => fact !== null).map((order) => ready.get(order.key) ?? 0),
      ) + minutes
    ready.set(key, now + waitMinutes)
  }
  return Math.max(now, ...ready.values())
}

const gatesOf = ({ acts = [], under }: BookStep): PlanStep['gates'] =>
  [...(under ? ['goUnder' as const] : []), ...acts]
    .flatMap((act) => (GATES_OF[act] ?? []).filter(({ asks }) => asks.length > 0))
    .map(({ gate, asks }) => ({
      gate,
      asks: asks.map((condition) => ({ condition, proofs: PROOFS[condition] })),
    }))

/**
 * Composes the steps of several jobs into one order in which everything a step needs is given
 * before it.
 */
export function composePlan(
  book: ProcedureBook,
  { architecture, jobs, support, way, flat, carried }: PlanRequest,
): Result<Plan, PlanRefusal> {
  const wanted = placeJobs(book, architecture, jobs, support, way, flat)
  if (!wanted.ok) return wanted
  const { placed, situation } = wanted.value
  const expansion = new Expansion(book, situation)
  const refusal = expansion.build(placed, carried)
  if (refusal) return refuse(refusal)
  const orders = expansion.orders()
  const order = sorted([...expansion.placed.values()], orders, book)
  if (!order.ok) return order
  const kept = new Set(situation.way.fasteners === 'inspected' ? book.reusable : [])
  const waits = waitsOf(orders)
  const steps = order.value.map((each) => planStep(book, architecture, each, { waits, kept }))
  const distinct = (of: (step: PlanStep) => readonly string[]): readonly string[] => [
    ...new Set(steps.flatMap(of)),
  ]
  const handsOnMinutes = steps.reduce((sum, { minutes }) => sum + minutes, 0)
  const elapsedMinutes = elapsed(steps)
  return ok({
    steps,
    handsOnMinutes,
    waitMinutes: elapsedMinutes - handsOnMinutes,
    elapsedMinutes,
    liftMovements: steps.filter(({ lift }) => lift !== null).length,
    tools: distinct(({ tools }) => tools),
    uses: distinct(({ uses }) => uses),
    torques: distinct(({ torque }) => (torque ? [torque] : [])),
    photos: steps.filter(({ photo }) => photo).map(({ key }) => key),
    parts: distinct(({ part }) => (part ? [part] : [])).map((part) => {
      const of = steps.filter((step) => step.part === part)
      return { part, count: of.length, places: of.map(({ place }) => place) }
    }),
    temporary: order.value.flatMap((each) =>
      (each.step.gives ?? [])
        .filter((fact) => book.facts.some(({ id, temporary }) => id === fact && temporary))
        .flatMap((fact) =>
          expansion.placesOf(fact, each.place).map((place) => ({
            fact,
            place,
            from: each.key,
            until: expansion.withFact('takes', fact, place)[0]?.key ?? '',
          })),
        ),
    ),
    situation: { support, way: situation.way },
  })
}

/** What a plan was made for, and the order its steps were put into. */
export interface KeptPlan extends Omit<PlanRequest, 'architecture'> {
  readonly order: readonly string[]
}

/** Steps of a plan that was kept, in their order; null where it can be made no more. */
export function stepsOfPlan(
  book: ProcedureBook,
  architecture: Architecture,
  { jobs, support, way, flat, carried, order }: KeptPlan,
): readonly PlanStep[] | null {
  const made = composePlan(book, { architecture, jobs, support, way, flat, carried })
  return made.ok ? inOrder(made.value.steps, order) : null
}

/** What each step waits for, and because of which fact; a fact before the order of a job. */
type Waits = ReadonlyMap<string, ReadonlyMap<string, string | null>>

function waitsOf(orders: readonly Order[]): Waits {
  const waits = new Map<string, Map<string, string | null>>()
  for (const { before, after, fact } of orders) {
    const here = waits.get(after) ?? new Map<string, string | null>()
    if (!here.get(before)) here.set(before, fact)
    waits.set(after, here)
  }
  return waits
}

function planStep(
  book: ProcedureBook,
  architecture: Architecture,
  { key, step, place, jobs }: Placed,
  { waits, kept }: { readonly waits: Waits; readonly kept: ReadonlySet<string> },
): PlanStep {
  const filled = (words: string): string => filledWords(words, architecture, place)
  const tightens = finishedBy(book, architecture, step, place)
  return {
    key,
    step: step.id,
    place,
    phase: step.phase,
    words: filled(step.words),
    why: filled(step.why),
    caution: step.caution === undefined ? null : filled(step.caution),
    minutes: minutesAt(step.minutes, place),
    waitMinutes: step.wait ?? 0,
    gates: gatesOf(step),
    needs: step.needs ?? [],
    gives: step.gives ?? [],
    takes: step.takes ?? [],
    acts: step.acts ?? [],
    under: step.under ?? false,
    second: step.second ?? false,
    alone: step.alone === undefined ? null : filled(step.alone),
    shownBy: step.shownBy ?? [],
    photo: step.photo ?? false,
    lift: step.lift ?? null,
    part: step.part ?? null,
    torque: tightens.find(asksTorque)?.fastener ?? null,
    figures: step.figures ?? [],
    reads: step.reads ?? null,
    loosens: step.loosens ?? [],
    tightens,
    snugs: step.snugs ?? [],
    retires: step.retires ?? [],
    tools: step.tools ?? [],
    uses: (step.uses ?? []).filter((id) => !kept.has(id)),
    jobs: [...jobs],
    after: [...(waits.get(key) ?? [])].map(([before, fact]) => ({ key: before, fact })),
  }
}
