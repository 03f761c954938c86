import { seeded } from '../../base/random/index.ts'
import type { Laid, Placed } from './knowledge.ts'

/** Chance of each cause after evidence (Bayes); all zero where the evidence cannot be. */
export function beliefAfter({ prior, chance }: Laid, evidence: readonly Placed[]): Float64Array {
  const belief = Float64Array.from(prior)
  for (const { check, outcome } of evidence) {
    const row = chance[check]![outcome]!
    let sum = 0
    for (let i = 0; i < belief.length; i += 1) sum += belief[i] = belief[i]! * row[i]!
    if (sum === 0) return belief.fill(0)
    // Kept near 1, so that long evidence does not run out of digits.
    for (let i = 0; i < belief.length; i += 1) belief[i] = belief[i]! / sum
  }
  return belief
}

/** Whether evidence can be at all. */
export const canBe = (laid: Laid, evidence: readonly Placed[]): boolean =>
  beliefAfter(laid, evidence).some((chance) => chance > 0)

/**
 * How high the chance of each cause can be with likelihoods anywhere in their ranges: its own at
 * their high end, all others' at their low.
 */
export function highest({ prior, ...laid }: Laid, evidence: readonly Placed[]): Float64Array {
  const along = (table: ReturnType<Laid['low']>): Float64Array =>
    Float64Array.from(prior, (weight, i) =>
      evidence.reduce(
        (product, { check, outcome }) => product * table[check]![outcome]![i]!,
        weight,
      ),
    )
  const [lows, highs] = [along(laid.low()), along(laid.high())]
  const allLow = lows.reduce((total, value) => total + value, 0)
  return highs.map((own, i) => {
    const others = Math.max(0, allLow - lows[i]!)
    return own + others > 0 ? own / (own + others) : 0
  })
}

const DRAWS = 200
const SEED = 7
/** Share of the draws on each side that is left out. */
const TAIL = 0.05

// What one outcome says of each cause, with the causes that share a word for it sharing a number.
function wordsOf(laid: Laid, { check, outcome }: Placed) {
  const low = laid.low()[check]![outcome]!
  const high = laid.high()[check]![outcome]!
  const middle = laid.chance[check]![outcome]!
  const numbers = new Map<string, number>()
  const which = Uint16Array.from(middle, (chance, i) => {
    const key = `${low[i]!} ${chance} ${high[i]!}`
    const known = numbers.get(key) ?? numbers.size
    numbers.set(key, known)
    return known
  })
  return { low, middle, high, which, words: numbers.size }
}

// A number within the range of a word: its middle half way along.
const within = (low: number, middle: number, high: number, share: number): number =>
  share < 0.5 ? low + (middle - low) * 2 * share : middle + (high - middle) * (2 * share - 1)

/**
 * Between what the chance of causes lies with likelihoods anywhere in their ranges: 5 and 95 % of
 * draws in which each word of each outcome means another number. (All of them at their ends at
 * once, each against one cause, would leave hardly anything said.)
 * @param among places of the causes that are asked after
 * @returns low and high, by cause asked after
 */
export function drawnRanges(
  laid: Laid,
  evidence: readonly Placed[],
  among: readonly number[],
): readonly (readonly [number, number])[] {
  const random = seeded(SEED)
  const said = evidence.map((item) => wordsOf(laid, item))
  const belief = new Float64Array(laid.prior.length)
  const drawn = among.map(() => new Float64Array(DRAWS))
  for (let draw = 0; draw < DRAWS; draw += 1) {
    belief.set(laid.prior)
    for (const { low, middle, high, which, words } of said) {
      const shares = Float64Array.from({ length: words }, () => random())
      let sum = 0
      for (let i = 0; i < belief.length; i += 1)
        sum += belief[i]! *= within(low[i]!, middle[i]!, high[i]!, shares[which[i]!]!)
      if (sum > 0) for (let i = 0; i < belief.length; i += 1) belief[i]! /= sum
    }
    const total = belief.reduce((sum, value) => sum + value, 0)
    for (const [k, i] of among.entries()) drawn[k]![draw] = total > 0 ? belief[i]! / total : 0
  }
  return drawn.map((values) => {
    const sorted = values.toSorted()
    return [sorted[Math.floor(TAIL * DRAWS)]!, sorted[Math.ceil((1 - TAIL) * DRAWS) - 1]!] as const
  })
}

/** The belief that speaks most for one cause, or most against it, within the ranges. */
export function leaning(
  { prior, ...laid }: Laid,
  evidence: readonly Placed[],
  cause: number,
  favoured: boolean,
): Float64Array {
  const [low, high] = [laid.low(), laid.high()]
  const belief = Float64Array.from(prior, (weight, i) =>
    evidence.reduce(
      (product, { check, outcome }) =>
        product * ((i === cause) === favoured ? high : low)[check]![outcome]![i]!,
      weight,
    ),
  )
  const sum = belief.reduce((total, value) => total + value, 0)
  return sum > 0 ? belief.map((value) => value / sum) : belief
}

/**
 * The likeliest of all, or of some.
 * @returns its place; -1: there is none
 */
export const largest = (values: Float64Array, among: (i: number) => boolean = () => true): number =>
  values.reduce(
    (best, value, i) => (among(i) && (best < 0 || value > values[best]!) ? i : best),
    -1,
  )

/** How likely it is that the repair of a cause puts it right, whatever exactly sits in the part. */
export function chanceOfRepair(
  { knowledge: { causes, guide } }: Laid,
  belief: Float64Array,
  cause: string,
): number {
  const mended = new Set(guide?.mends(cause) ?? [cause])
  return causes.reduce((sum, { id }, i) => (mended.has(id) ? sum + belief[i]! : sum), 0)
}
