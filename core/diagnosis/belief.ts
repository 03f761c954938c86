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
 * How low and how high the chance of each cause can be with likelihoods anywhere in their ranges:
 * its own at one end, all others' at the other.
 * Exact, since a chance only grows with its own likelihoods and only falls with the others'.
 */
export function bounds(
  { prior, ...laid }: Laid,
  evidence: readonly Placed[],
): { readonly least: Float64Array; readonly most: Float64Array } {
  const along = (table: ReturnType<Laid['low']>): Float64Array =>
    Float64Array.from(prior, (weight, i) =>
      evidence.reduce(
        (product, { check, outcome }) => product * table[check]![outcome]![i]!,
        weight,
      ),
    )
  const [lows, highs] = [along(laid.low()), along(laid.high())]
  const sum = (values: Float64Array): number => values.reduce((total, value) => total + value, 0)
  const [allLow, allHigh] = [sum(lows), sum(highs)]
  const share = (own: number, others: number): number =>
    own + others > 0 ? own / (own + Math.max(0, others)) : 0
  return {
    least: lows.map((own, i) => share(own, allHigh - highs[i]!)),
    most: highs.map((own, i) => share(own, allLow - lows[i]!)),
  }
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
