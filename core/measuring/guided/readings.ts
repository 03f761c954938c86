import { meanOf } from '../../base/numbers/index.ts'
/** One value over time; null where there was no plausible one. Times in s, never running back. */
export interface Readings {
  readonly atS: readonly number[]
  readonly values: readonly (number | null)[]
}

/** A point that was read. */
export interface Point {
  readonly atS: number
  readonly value: number
}

/** The points that were read, from one time on to before another. */
export function pointsOf(
  { atS, values }: Readings,
  fromS = Number.NEGATIVE_INFINITY,
  toS = Number.POSITIVE_INFINITY,
): Point[] {
  return atS.flatMap((at, i) => {
    const value = values[i]
    return value === null || value === undefined || at < fromS || at >= toS
      ? []
      : [{ atS: at, value }]
  })
}

/** The mean of the points. @returns null of none */
export const meanOfPoints = (points: readonly Point[]): number | null =>
  points.length === 0 ? null : meanOf(points.map(({ value }) => value))

/** Where a function of one number is least between two bounds, by golden section (Kiefer 1953, doi 10.2307/2032161). */
export function leastAt(of: (x: number) => number, low: number, high: number, steps = 60): number {
  const golden = (Math.sqrt(5) - 1) / 2
  let [a, b] = [low, high]
  let [c, d] = [b - golden * (b - a), a + golden * (b - a)]
  let [atC, atD] = [of(c), of(d)]
  for (let k = 0; k < steps; k += 1) {
    if (atC < atD) {
      ;[b, d, atD] = [d, c, atC]
      c = b - golden * (b - a)
      atC = of(c)
    } else {
      ;[a, c, atC] = [c, d, atD]
      d = a + golden * (b - a)
      atD = of(d)
    }
  }
  return (a + b) / 2
}
