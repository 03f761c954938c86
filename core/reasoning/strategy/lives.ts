import type { Random } from '../../base/random/index.ts'

/**
 * How long parts of a kind last (W. Weibull, 1951): shape 1 fails at any age alike, above it with
 * age.
 */
export interface Life {
  readonly shape: number
  readonly scaleYears: number
}

/** Age a new part reaches, years: `scale (-ln U)^(1/shape)`. */
export const newLifeYears = (life: Life, random: Random): number => ageAtDeath(life, 0, random)

/**
 * Age a part reaches that has come to an age already, years: `scale ((a/scale)^shape - ln
 * U)^(1/shape)`.
 */
export const ageAtDeath = ({ shape, scaleYears }: Life, ageYears: number, random: Random): number =>
  scaleYears * ((ageYears / scaleYears) ** shape - Math.log(1 - random())) ** (1 / shape)

// Lanczos coefficients for g = 7 (P. Godfrey, 2001).
const LANCZOS = [
  0.999_999_999_999_809_9, 676.520_368_121_885_1, -1259.139_216_722_402_8, 771.323_428_777_653_1,
  -176.615_029_162_140_6, 12.507_343_278_686_905, -0.138_571_095_265_720_12,
  9.984_369_578_019_572e-6, 1.505_632_735_149_311_6e-7,
] as const

/** The gamma function for x of 1 or more (C. Lanczos, 1964). */
function gamma(x: number): number {
  const z = x - 1
  const t = z + 7.5
  const sum = LANCZOS.reduce((total, c, i) => (i === 0 ? c : total + c / (z + i)), 0)
  return Math.sqrt(2 * Math.PI) * t ** (z + 0.5) * Math.exp(-t) * sum
}

/** How long parts of a kind last on average, years: `scale Γ(1 + 1/shape)`. */
export const meanYears = ({ shape, scaleYears }: Life): number => scaleYears * gamma(1 + 1 / shape)

/** Ages at which parts failed, and ages to which others have come without. */
export interface LifeRecord {
  readonly failedAtYears: readonly number[]
  readonly aliveAtYears: readonly number[]
}

/** A life fitted to what was seen, with standard deviations of the logarithms of its figures. */
export interface FittedLife extends Life {
  readonly failures: number
  readonly lnShapeSd: number
  readonly lnScaleSd: number
}

/** Fewer failures than this say too little of a shape. */
export const LEAST_FAILURES = 5
const LEAST_AGE_YEARS = 1 / 365

/**
 * Likeliest life for parts of which some failed and others live on (maximum likelihood with
 * censoring, A. C. Cohen 1965,
 * doi 10.1080/00401706.1965.10490300); deviations from the observed information.
 * @returns null with too few failures, or where all failed at one age
 */
export function fitLife({ failedAtYears, aliveAtYears }: LifeRecord): FittedLife | null {
  const failed = failedAtYears.map((age) => Math.max(age, LEAST_AGE_YEARS))
  const all = [...failed, ...aliveAtYears.map((age) => Math.max(age, LEAST_AGE_YEARS))]
  if (failed.length < LEAST_FAILURES || Math.max(...failed) / Math.min(...failed) < 1.0001)
    return null
  const meanLn = failed.reduce((sum, age) => sum + Math.log(age), 0) / failed.length
  // Powers of ages over the oldest do not overflow.
  const oldest = Math.max(...all)
  const sums = (shape: number): [number, number, number] =>
    all.reduce<[number, number, number]>(
      ([a, b, c], age) => {
        const x = age / oldest
        const [power, ln] = [x ** shape, Math.log(x)]
        return [a + power, b + power * ln, c + power * ln * ln]
      },
      [0, 0, 0],
    )
  // Falls steadily as the shape grows.
  const score = (shape: number): number => {
    const [a, b] = sums(shape)
    return 1 / shape + meanLn - Math.log(oldest) - b / a
  }
  let [low, high] = [0.05, 50]
  if (score(low) < 0 || score(high) > 0) return null
  for (let i = 0; i < 80; i += 1) {
    const middle = Math.sqrt(low * high)
    if (score(middle) > 0) low = middle
    else high = middle
  }
  const shape = Math.sqrt(low * high)
  const [a, b, c] = sums(shape)
  const n = failed.length
  const scaleYears = oldest * (a / n) ** (1 / shape)
  // Observed information in ln shape and ln scale.
  const shift = Math.log(scaleYears / oldest)
  const [s1, s2] = [(n / a) * (b - shift * a), (n / a) * (c - 2 * shift * b + shift * shift * a)]
  const [kk, ll, kl] = [n + shape * shape * s2, n * shape * shape, -shape * shape * s1]
  const determinant = kk * ll - kl * kl
  return {
    shape,
    scaleYears,
    failures: n,
    lnShapeSd: Math.sqrt(ll / determinant),
    lnScaleSd: Math.sqrt(kk / determinant),
  }
}
