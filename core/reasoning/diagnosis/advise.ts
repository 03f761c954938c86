import { chanceOfRepair, largest } from './belief.ts'
import type { Advice, Promised } from './costs.ts'
import { expectedRepairCost } from './costs.ts'
import type { DoubtOf } from './doubt.ts'
import { beliefInto, doubtAfter, doubtOf } from './doubt.ts'
import type { CheckManner, Guide } from './guide.ts'
import type { Laid, Placed } from './knowledge.ts'
import type { Narrowed } from './narrow.ts'
import { narrowed } from './narrow.ts'

/** From this chance on nobody is asked any more questions. */
export const SURE = 0.92
/** From this chance on a part that was seen at fault is repaired. */
const SEEN = 0.85
/** Under this chance nobody can tell yet. */
export const TELLS = 0.6
/** Checks that are looked at two steps deep, and the second steps that are looked at. */
const DEEP = 16
const RIVALS = 8
/** Outcomes less likely than this are not followed to the second step. */
const FOLLOWED = 0.03
/** Checks whose gain is so near the best are equal: the one that gains most for its cost comes first. */
const EQUAL_MIN = 2
const EQUAL_SHARE = 0.04
/** Minutes it takes to get to another place, and to lift the car or let it down. */
const WALK_MIN = 1
const LIFT_MIN = 4
/** Minutes it takes to ask the owner, who is seldom there. */
const ASK_MIN = 3
/** A check this short is done before a wait that has to follow. */
const QUICK_MIN = 10
/** A check that gains less for a minute it costs tells nothing. */
const NOTHING = 1e-6
/** What a fault shows less often than this does not show it. */
const SHOWS = 0.1

/** A check as advice weighs it; its gain looks at the step after it too. */
interface Weighed extends Promised {
  /** Hands on and waiting, with the way there, min. */ readonly cost: number
  /** What it gains by itself for each minute it costs. */ readonly rate: number
}

/** What advice stands on. */
interface Asked {
  readonly laid: Laid
  readonly guide: Guide
  readonly belief: Float64Array
  readonly placed: readonly Placed[]
  readonly open: readonly number[]
}

/** What is worth doing next, and how much each check gains. */
export interface Advised {
  readonly expected: number
  readonly ranking: readonly Promised[]
  readonly advice: Advice
}

const mannerOf = ({ laid, guide }: Asked, check: number): CheckManner =>
  guide.checks.get(laid.knowledge.checks[check]!.id)!

/** What it takes to get from one check to the next, min. */
function wayMin(asked: Asked, check: number): number {
  const last = asked.placed
    .map((each) => mannerOf(asked, each.check))
    .findLast(({ isQuestion, isNight }) => !isQuestion && !isNight)
  const next = mannerOf(asked, check)
  if (next.isQuestion) return ASK_MIN
  const lift = next.isLifted && !last?.isLifted ? LIFT_MIN : 0
  return lift + (last && next.place !== null && last.place !== next.place ? WALK_MIN : 0)
}

/** Causes that still count, the doubt they leave, and what checks cost. */
interface Weighing extends Narrowed {
  readonly doubt: DoubtOf
  costOf(check: number): number
}

/** What the best of some checks gains on average after another one, where it gains anything. */
function laterGain(weighing: Weighing, check: number, others: readonly number[]): number {
  const { chance, belief, doubt, costOf } = weighing
  const [after, room] = [new Float64Array(belief.length), new Float64Array(belief.length)]
  return chance[check]!.reduce((total, row) => {
    const share = beliefInto(after, belief, row)
    if (share < FOLLOWED) return total
    const without = doubt(after)
    const gains = others.map(
      (other) => without - costOf(other) - doubtAfter(chance[other]!, after, doubt, room),
    )
    return total + share * Math.max(0, ...gains)
  }, 0)
}

/**
 * What each check gains if the best one is done after it: the doubt there is without it, less its
 * own cost and the doubt that is left with its outcome known, of which the next check may take
 * more.
 */
function weigh(asked: Asked): readonly Weighed[] {
  const narrow = narrowed(asked.laid, asked.belief, asked.open)
  const doubt = doubtOf(narrow, asked.guide)
  const ways = new Map(asked.open.map((check) => [check, wayMin(asked, check)]))
  const costOf = (check: number): number =>
    Math.max(0.5, asked.laid.knowledge.checks[check]!.cost + ways.get(check)!)
  const weighing: Weighing = { ...narrow, doubt, costOf }
  const without = doubt(narrow.belief)
  const room = new Float64Array(narrow.belief.length)
  const single = asked.open
    .map((check): Weighed => {
      const left = doubtAfter(narrow.chance[check]!, narrow.belief, doubt, room)
      const cost = costOf(check)
      return {
        check,
        gain: without - cost - left,
        expectedCostAfter: left,
        cost,
        rate: (without - left) / cost,
      }
    })
    .toSorted((a, b) => b.gain - a.gain)
  const rivals = single.slice(0, RIVALS + 1).map(({ check }) => check)
  return single
    .map((each, k): Weighed => {
      if (k >= DEEP) return each
      const others = rivals.filter((check) => check !== each.check).slice(0, RIVALS)
      return { ...each, gain: each.gain + laterGain(weighing, each.check, others) }
    })
    .toSorted((a, b) => b.gain - a.gain)
}

/** The best of weighed checks: of those that gain about alike, what gains most for its cost. */
function bestOf(weighed: readonly Weighed[]): Weighed | undefined {
  const most = weighed.reduce((best, { gain }) => Math.max(best, gain), -Infinity)
  const equal = weighed.filter(
    ({ gain }) => gain >= most - Math.max(EQUAL_MIN, EQUAL_SHARE * Math.abs(most)),
  )
  return equal.toSorted((a, b) => b.rate - a.rate)[0]
}

const idOf = ({ laid }: Asked, check: number): string => laid.knowledge.checks[check]!.id
const isLoud = ({ outcome }: Placed): boolean => outcome > 0
/** What was done, by the ids of its checks. */
const doneIn = (asked: Asked): ReadonlyMap<string, Placed> =>
  new Map(asked.placed.map((each) => [idOf(asked, each.check), each]))

/** The cheapest check of a group that was not done; null: there is none. */
function cheapest(
  { laid: { knowledge } }: Asked,
  group: readonly string[],
  done: ReadonlyMap<string, Placed>,
): number | null {
  const left = knowledge.checks
    .map((check, at) => ({ ...check, at }))
    .filter(({ id }) => group.includes(id) && !done.has(id))
  return left.toSorted((a, b) => a.cost - b.cost)[0]?.at ?? null
}

/** A check that has to come before the repair of a cause: that shows it, or that looks beside it. */
function before(asked: Asked, weighed: readonly Weighed[], cause: string): number | null {
  const { guide, laid } = asked
  const at = laid.knowledge.causes.findIndex(({ id }) => id === cause)
  const shows = (each: Placed): boolean =>
    isLoud(each) && laid.chance[each.check]![each.outcome]![at]! >= SHOWS
  const done = doneIn(asked)
  // Where only some checks are weighed, one that has to come first may not be among them.
  const best = (group: readonly string[]): number | null =>
    bestOf(weighed.filter(({ check }) => group.includes(idOf(asked, check))))?.check ??
    cheapest(asked, group, done)
  for (const group of guide.shownBy.get(cause) ?? []) {
    if (group.some((id) => done.has(id) && shows(done.get(id)!))) continue
    const check = best(group)
    if (check !== null) return check
  }
  for (const group of guide.lookedAt.get(cause) ?? []) {
    if (group.some((id) => done.has(id))) continue
    const check = best(group)
    if (check !== null) return check
  }
  return null
}

/** Checks a person could be sent to now: no question that would change nothing, no night too soon. */
function sensible(asked: Asked, weighed: readonly Weighed[], leaderP: number): readonly Weighed[] {
  const gains = weighed.filter(({ gain }) => gain > 0)
  const isQuick = ({ check }: { readonly check: number }): boolean => {
    const { isNight, isQuestion } = mannerOf(asked, check)
    return !isNight && !isQuestion
  }
  const looked = asked.placed.some(isQuick)
  const isHurried = asked.placed.some(
    (each) => isLoud(each) && asked.guide.hurried.has(idOf(asked, each.check)),
  )
  const nightLater = (!looked || isHurried) && gains.some(isQuick)
  return gains.filter(({ check }) => {
    const { isNight, isQuestion } = mannerOf(asked, check)
    return !(isNight && nightLater) && !(isQuestion && leaderP >= SURE)
  })
}

/** What has to follow from two pieces that do not go together, where it was not done yet. */
function followingOf(asked: Asked): number | null {
  const done = doneIn(asked)
  const next = asked.guide.follows.find(({ quiet, loud }) => {
    const silent = done.get(quiet)
    return (
      silent !== undefined &&
      !isLoud(silent) &&
      loud.some((id) => done.has(id) && isLoud(done.get(id)!))
    )
  })
  return asked.open.find((check) => idOf(asked, check) === next?.then) ?? null
}

function adviceOf(asked: Asked, weighed: readonly Weighed[]): Advice {
  const { laid, guide, belief } = asked
  const { causes } = laid.knowledge
  const leader = largest(belief, (i) => !guide.unnamed.has(causes[i]!.id))
  const cause = causes[leader]!.id
  const leaderP = chanceOfRepair(laid, belief, cause)
  const check = (which: number): Advice => ({ kind: 'check', id: idOf(asked, which) })
  const first = before(asked, weighed, cause)
  const conclude = (): Advice => (first === null ? { kind: 'repair', id: cause } : check(first))
  if (leaderP >= SURE || (leaderP >= SEEN && first === null)) return conclude()
  const best = bestOf(sensible(asked, weighed, leaderP))
  const following = followingOf(asked)
  if (following !== null && (!best || best.cost > QUICK_MIN)) return check(following)
  if (best) return check(best.check)
  if (leaderP >= TELLS) return conclude()
  // Nothing pays for itself, and nobody could say yet what it is: what tells most.
  const telling = weighed
    .filter(({ rate }) => rate > NOTHING)
    .toSorted((a, b) => b.rate - a.rate)[0]
  return telling ? check(telling.check) : { kind: 'unclear', id: cause }
}

/**
 * What is worth doing next: gain for cost with a look at the step after it, cheap before dear,
 * what is near before what is far; and a repair only once the part itself was seen at fault and
 * what lies beside it was looked at.
 */
export function advise(asked: Asked): Advised {
  const weighed = weigh(asked)
  return {
    expected: expectedRepairCost(asked.laid, asked.belief),
    ranking: weighed,
    advice: adviceOf(asked, weighed),
  }
}
