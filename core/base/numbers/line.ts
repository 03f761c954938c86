/** Mean of some values; NaN of none. */
export const meanOf = (values: ArrayLike<number>): number => sumOf(values) / values.length

/** Sum of some values; 0 of none. */
export function sumOf(values: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < values.length; i += 1) sum += values[i]!
  return sum
}

/** A straight line fitted by least squares. */
export interface Line {
  readonly slope: number
  /** Mean of x and of y: the line runs through it. */
  readonly meanX: number
  readonly meanY: number
  /** Sum of the squared distances of x from its mean. */
  readonly sxx: number
  /** y less the line, at each point. */
  readonly residuals: readonly number[]
}

/**
 * The line through points by ordinary least squares.
 * @param y as many as x.
 * @returns null where all x are alike: no line is told by them. They are compared as they are,
 * because a mean of equal numbers need not be quite equal to them.
 */
export function fitLine(x: readonly number[], y: readonly number[]): Line | null {
  if (x.every((value) => value === x[0])) return null
  const [meanX, meanY] = [meanOf(x), meanOf(y)]
  const sxx = sumOf(x.map((value) => (value - meanX) ** 2))
  if (sxx === 0) return null
  const slope = sumOf(x.map((value, i) => (value - meanX) * (y[i]! - meanY))) / sxx
  const residuals = x.map((value, i) => y[i]! - meanY - slope * (value - meanX))
  return { slope, meanX, meanY, sxx, residuals }
}
