import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import {
  beliefAfter,
  canBe,
  chanceOfRepair,
  drawnRanges,
  highest,
  largest,
  leaning,
} from './belief.ts'
import type { Advised } from './advise.ts'
import { advise } from './advise.ts'
import type { Advice } from './costs.ts'
import { rank } from './costs.ts'
import type { Evidence, Knowledge, KnowledgeRefusal, Laid, Placed } from './knowledge.ts'
import { layOut, place } from './knowledge.ts'

/** Evidence that no single cause can bring about: the fewest pieces that cannot stand together. */
export interface Contradiction {
  readonly code: 'contradiction'
  readonly items: readonly Evidence[]
}

/** Why there is no diagnosis. */
export type DiagnoseRefusal = KnowledgeRefusal | Contradiction

/** What it could be, what it is likely to cost, and what is worth doing next. */
export interface Diagnosis {
  /** Likeliest first; they sum to 1. */
  readonly posterior: readonly { readonly cause: string; readonly p: number }[]
  readonly expectedRepairCost: number
  /** Checks not done yet, most gained first. */
  readonly ranking: readonly {
    readonly check: string
    readonly gain: number
    readonly expectedCostAfter: number
  }[]
  readonly recommend: Advice
}

/** A diagnosis with what it stands on. */
export interface Reasoned extends Diagnosis {
  /**
   * Between what the chance of each cause worth a line lies with the likelihoods anywhere in their
   * ranges.
   */
  readonly ranges: Readonly<Record<string, readonly [number, number]>>
  /**
   * What else would be recommended if a cause were likelier, or less likely, within the ranges;
   * empty: it holds over them.
   */
  readonly hangsOn: readonly {
    readonly cause: string
    readonly favoured: boolean
    readonly recommend: Advice
  }[]
  /** Evidence that hardly fits the rest: how likely it was, given everything else. */
  readonly surprises: readonly (Evidence & { readonly p: number })[]
  /** Evidence that the leading cause does not bring about, though others would. */
  readonly unexplained: readonly Evidence[]
  /** Pairs of outcomes of which hardly any named cause shows both, though each is shown by some. */
  readonly clashes: readonly (readonly [Evidence, Evidence])[]
  /** Evidence without which another cause would lead. */
  readonly turns: readonly (Evidence & { readonly leader: string })[]
  /**
   * By evidence, in its order: how much it speaks for each of the causes, as a factor on its odds.
   */
  readonly speaks: readonly (Evidence & { readonly factor: Readonly<Record<string, number>> })[]
  /**
   * The repair that is advised, or that of the leading cause, and how likely it is to put it right:
   * one repair may stand for several causes.
   */
  readonly settles: { readonly cause: string; readonly p: number }
  /**
   * What each outcome of the recommended check would make of it; empty when a repair is
   * recommended.
   */
  readonly outlook: readonly {
    readonly outcome: string
    readonly p: number
    readonly leader: string
    readonly leaderP: number
  }[]
}

/** Evidence less likely than this, given the rest, hardly fits. */
const SURPRISING = 0.05
/**
 * Causes that cannot pass this chance are left out of what a recommendation hangs on, and only so
 * many are looked at.
 */
const WORTH_A_LOOK = 0.02
const MOST_LEANINGS = 8
/** Checks near the best that might overtake it. */
const RIVALS = 6

const contradictionIn = (laid: Laid, placed: readonly Placed[]): Contradiction => {
  let items = [...placed]
  for (const item of placed) {
    const rest = items.filter((each) => each !== item)
    if (!canBe(laid, rest)) items = rest
  }
  const { checks } = laid.knowledge
  return {
    code: 'contradiction',
    items: items.map(({ check, outcome }) => ({
      check: checks[check]!.id,
      outcome: checks[check]!.outcomes[outcome]!,
    })),
  }
}

function settlesOf(
  laid: Laid,
  belief: Float64Array,
  { recommend, posterior }: Diagnosis,
): Reasoned['settles'] {
  const { guide } = laid.knowledge
  const cause =
    recommend.kind === 'repair'
      ? recommend.id
      : posterior.find((each) => !guide?.unnamed.has(each.cause))!.cause
  return { cause, p: chanceOfRepair(laid, belief, cause) }
}

/** A cause explains what it shows so often at least, or nearly as often as any other does. */
const EXPLAINS = 0.1
const EXPLAINS_BESIDE = 1 / 4
function explains(laid: Laid, { check, outcome }: Placed, cause: number): boolean {
  const row = laid.chance[check]![outcome]!
  const own = row[cause]!
  return own >= EXPLAINS || own >= EXPLAINS_BESIDE * row.reduce((a, b) => Math.max(a, b), 0)
}

/** Outcomes clash where no cause shows both this nearly as often as some cause shows each. */
const CLASH = 0.1
function clash(laid: Laid, one: Placed, other: Placed): boolean {
  const { causes, guide } = laid.knowledge
  const [first, second] = [
    laid.chance[one.check]![one.outcome]!,
    laid.chance[other.check]![other.outcome]!,
  ]
  let [mostFirst, mostSecond, mostBoth] = [0, 0, 0]
  for (const [i, { id }] of causes.entries()) {
    if (guide?.unnamed.has(id)) continue
    mostFirst = Math.max(mostFirst, first[i]!)
    mostSecond = Math.max(mostSecond, second[i]!)
    mostBoth = Math.max(mostBoth, first[i]! * second[i]!)
  }
  return mostBoth < CLASH * mostFirst * mostSecond
}

function clashesIn(
  laid: Laid,
  placed: readonly Placed[],
  evidence: readonly Evidence[],
): Reasoned['clashes'] {
  return placed.flatMap((one, a) =>
    placed.flatMap((other, b) =>
      b > a && clash(laid, one, other) ? [[evidence[a]!, evidence[b]!] as const] : [],
    ),
  )
}

/** Causes less likely than this are not asked after. */
const WORTH_A_LINE = 0.01
function rangesIn(laid: Laid, placed: readonly Placed[], belief: Float64Array): Reasoned['ranges'] {
  const among = laid.knowledge.causes.flatMap((_, i) => (belief[i]! >= WORTH_A_LINE ? [i] : []))
  const ranges = drawnRanges(laid, placed, among)
  return Object.fromEntries(
    among.map((i, k) => {
      const [low, high] = ranges[k]!
      return [
        laid.knowledge.causes[i]!.id,
        [Math.min(low, belief[i]!), Math.max(high, belief[i]!)] as const,
      ]
    }),
  )
}

interface Begun {
  readonly laid: Laid
  readonly placed: readonly Placed[]
  readonly belief: Float64Array
  readonly open: readonly number[]
}

function begin(
  knowledge: Knowledge,
  evidence: readonly Evidence[],
): Result<Begun, DiagnoseRefusal> {
  const laid = layOut(knowledge)
  if (!laid.ok) return laid
  const placed = place(laid.value, evidence)
  if (!placed.ok) return placed
  const belief = beliefAfter(laid.value, placed.value)
  if (belief.every((chance) => chance === 0))
    return refuse(contradictionIn(laid.value, placed.value))
  const done = new Set(placed.value.map(({ check }) => check))
  return ok({
    laid: laid.value,
    placed: placed.value,
    belief,
    open: knowledge.checks.map((_, i) => i).filter((i) => !done.has(i)),
  })
}

function adviceOf({ laid, placed, belief, open }: Begun): Advised {
  const { guide, checks } = laid.knowledge
  if (!guide) return rank(laid, belief, open)
  const alone = open.filter((check) => !guide.checks.get(checks[check]!.id)!.comesAlong)
  return advise({ laid, guide, belief, placed, open: alone })
}

function diagnosisOf(begun: Begun): Diagnosis {
  const { laid, belief } = begun
  const { causes, checks } = laid.knowledge
  const { expected, ranking, advice } = adviceOf(begun)
  return {
    posterior: causes.map(({ id }, i) => ({ cause: id, p: belief[i]! })).sort((a, b) => b.p - a.p),
    expectedRepairCost: expected,
    ranking: ranking.map(({ check, gain, expectedCostAfter }) => ({
      check: checks[check]!.id,
      gain,
      expectedCostAfter,
    })),
    recommend: advice,
  }
}

/**
 * Which fault it could be, and which check is worth doing next: posterior by Bayes over exactly
 * one cause, expected cost of repair, gain of each check.
 * @returns refuses knowledge that does not hang together, and evidence that contradicts itself, by
 * its fewest contradicting pieces
 */
export function diagnose(
  knowledge: Knowledge,
  evidence: readonly Evidence[],
): Result<Diagnosis, DiagnoseRefusal> {
  const begun = begin(knowledge, evidence)
  return begun.ok ? ok(diagnosisOf(begun.value)) : begun
}

/**
 * The same with its reasons: how firm it is, what speaks for what, what does not fit, and what
 * would change it.
 */
export function reason(
  knowledge: Knowledge,
  evidence: readonly Evidence[],
): Result<Reasoned, DiagnoseRefusal> {
  const begun = begin(knowledge, evidence)
  if (!begun.ok) return begun
  const { laid, placed, belief } = begun.value
  const { causes, checks } = knowledge
  const diagnosis = diagnosisOf(begun.value)
  const leader = largest(belief)
  const rivals = diagnosis.ranking
    .slice(0, RIVALS)
    .map(({ check }) => checks.findIndex(({ id }) => id === check))
  const most = highest(laid, placed)
  const looked = causes
    .map((_, i) => i)
    .filter((i) => most[i]! > WORTH_A_LOOK)
    .sort((a, b) => most[b]! - most[a]!)
    .slice(0, MOST_LEANINGS)
  const hangsOn = looked.flatMap((cause) =>
    [true, false].flatMap((favoured) => {
      const { advice } = adviceOf({
        laid,
        placed,
        belief: leaning(laid, placed, cause, favoured),
        open: rivals,
      })
      return advice.kind === diagnosis.recommend.kind && advice.id === diagnosis.recommend.id
        ? []
        : [{ cause: causes[cause]!.id, favoured, recommend: advice }]
    }),
  )
  const without = placed.map((item) =>
    beliefAfter(
      laid,
      placed.filter((each) => each !== item),
    ),
  )
  const chanceOf = ({ check, outcome }: Placed, given: Float64Array): number =>
    given.reduce((sum, chance, i) => sum + chance * laid.chance[check]![outcome]![i]!, 0)
  const recommended =
    diagnosis.recommend.kind === 'check'
      ? checks.findIndex(({ id }) => id === diagnosis.recommend.id)
      : -1
  return ok({
    ...diagnosis,
    hangsOn,
    settles: settlesOf(laid, belief, diagnosis),
    ranges: rangesIn(laid, placed, belief),
    surprises: evidence
      .map((item, k) => ({ ...item, p: chanceOf(placed[k]!, without[k]!) }))
      .filter(({ p }) => p < SURPRISING)
      .sort((a, b) => a.p - b.p),
    unexplained: evidence.filter((_, k) => !explains(laid, placed[k]!, leader)),
    clashes: clashesIn(laid, placed, evidence),
    turns: evidence.flatMap((item, k) =>
      largest(without[k]!) === leader
        ? []
        : [{ ...item, leader: causes[largest(without[k]!)]!.id }],
    ),
    speaks: evidence.map((item, k) => {
      const row = laid.chance[placed[k]!.check]![placed[k]!.outcome]!
      const usual = chanceOf(placed[k]!, without[k]!)
      // Over what all other causes together would have said: the factor on this cause's odds.
      return {
        ...item,
        factor: Object.fromEntries(
          causes.map(({ id }, i) => {
            const own = without[k]![i]!
            const others = (usual - own * row[i]!) / Math.max(1e-12, 1 - own)
            return [id, others > 0 ? row[i]! / others : row[i]! > 0 ? Number.MAX_VALUE : 1]
          }),
        ),
      }
    }),
    outlook:
      recommended < 0
        ? []
        : checks[recommended]!.outcomes.map((outcome, k) => {
            const after = beliefAfter(laid, [...placed, { check: recommended, outcome: k }])
            const ahead = largest(after)
            return {
              outcome,
              p: chanceOf({ check: recommended, outcome: k }, belief),
              leader: causes[ahead]!.id,
              leaderP: after[ahead]!,
            }
          }),
  })
}
