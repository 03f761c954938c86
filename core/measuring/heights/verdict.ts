import { meanOf } from '../../base/numbers/index.ts'
/**
 * Systematic error of tape and place that no repeating removes, mm, unless the shop knows its own.
 */
export const DEFAULT_SYSTEMATIC_MM = 1

/** From this many readings on, their own spread counts instead of the stated repeatability. */
const OWN_SPREAD_FROM = 5
/** 95 %, one-sided: the guard band is this many standard uncertainties (ISO 14253-1, JCGM 106). */
export const GUARD_FACTOR = 1.645
const MOST_READINGS = 20

/** Readings of one corner and what they are held against. */
export interface VerdictRequest {
  /** At least one reading, mm. */
  readonly readingsMm: readonly number[]
  readonly nominalMm: number
  /** Tolerance below and above nominal, mm, each zero or more. */
  readonly minusMm: number
  readonly plusMm: number
  /** Standard deviation of one reading, mm. */
  readonly repeatabilityMm: number
  /** Error common to all readings, mm; default `DEFAULT_SYSTEMATIC_MM`. */
  readonly systematicMm?: number | undefined
}

/**
 * What a height is called: certainly inside, certainly outside, or too close to a limit for this
 * tape.
 */
export const VERDICTS = ['in', 'low', 'high', 'undecided'] as const
export type Verdict = (typeof VERDICTS)[number]

/** A height against its specification. */
export interface VerdictAnswer {
  readonly meanMm: number
  readonly standardUncertaintyMm: number
  /** Mean minus nominal, mm. */
  readonly deviationMm: number
  readonly guardMm: number
  readonly verdict: Verdict
  /**
   * Fewest readings with which the same mean and spread are decided, 1 to 20; null: the tape's own
   * error is too large.
   */
  readonly readingsToDecide: number | null
}

function spreadOf(readings: readonly number[], repeatabilityMm: number): number {
  if (readings.length < OWN_SPREAD_FROM) return repeatabilityMm
  const mean = meanOf(readings)
  const variance =
    readings.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (readings.length - 1)
  // A few lucky readings do not make a better tape than half of what it is known for.
  return Math.max(Math.sqrt(variance), repeatabilityMm / 2)
}

/**
 * Width of the guard band that so many readings leave, mm.
 * @param spreadMm standard deviation of one reading, mm. @param count readings, 1 or more.
 */
export const guardMm = (
  count: number,
  spreadMm: number,
  systematicMm: number = DEFAULT_SYSTEMATIC_MM,
): number => GUARD_FACTOR * Math.sqrt(spreadMm ** 2 / count + systematicMm ** 2)

function decide(
  meanMm: number,
  guard: number,
  { nominalMm, minusMm, plusMm }: VerdictRequest,
): Verdict {
  const [least, most] = [nominalMm - minusMm, nominalMm + plusMm]
  if (meanMm >= least + guard && meanMm <= most - guard) return 'in'
  if (meanMm < least - guard) return 'low'
  return meanMm > most + guard ? 'high' : 'undecided'
}

/**
 * Whether a height is in its specification, as far as this tape can tell.
 * @returns the verdict with its uncertainty; NaN throughout for no readings: check their number
 * first.
 * @example
 * heightVerdict({ readingsMm: [441, 442], nominalMm: 465, minusMm: 10, plusMm: 10,
 * repeatabilityMm: 1.5 }) // verdict: 'low'
 */
export function heightVerdict(request: VerdictRequest): VerdictAnswer {
  const { readingsMm, nominalMm, repeatabilityMm, systematicMm = DEFAULT_SYSTEMATIC_MM } = request
  const meanMm = meanOf(readingsMm)
  const spread = spreadOf(readingsMm, repeatabilityMm)
  const guard = (count: number): number => guardMm(count, spread, systematicMm)
  const verdictWith = (count: number): Verdict => decide(meanMm, guard(count), request)
  const counts = Array.from({ length: MOST_READINGS }, (_, i) => i + 1)
  return {
    meanMm,
    standardUncertaintyMm: guard(readingsMm.length) / GUARD_FACTOR,
    deviationMm: meanMm - nominalMm,
    guardMm: guard(readingsMm.length),
    verdict: verdictWith(readingsMm.length),
    readingsToDecide: counts.find((count) => verdictWith(count) !== 'undecided') ?? null,
  }
}
