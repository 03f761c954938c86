import type { Readings } from './readings.ts'
import { meanOfPoints, pointsOf } from './readings.ts'

/** A stretch in which the car was left alone: the pump at rest, no height rising. */
export interface ParkedStretch {
  readonly fromS: number
  readonly toS: number
}

const LEAST_S = 2 * 3600
/** Heights at its two ends are the mean of so long, s. */
const END_S = 300
const ROSE_MM = 2

/**
 * The stretches of at least two hours in which nothing ran or rose; a log may have gaps in them,
 * as a sleeping module leaves.
 * @param runs 1 while the pump runs; null: not told.
 */
export function findParked(heights: readonly Readings[], runs: Readings | null): ParkedStretch[] {
  const atS = heights[0]?.atS ?? []
  const stretches: ParkedStretch[] = []
  let from: number | null = null
  const lowest = heights.map(() => Number.POSITIVE_INFINITY)
  const close = (to: number | undefined): void => {
    if (from !== null && to !== undefined && to - from >= LEAST_S)
      stretches.push({ fromS: from, toS: to })
  }
  for (let i = 0; i < atS.length; i += 1) {
    const running = (runs?.values[i] ?? 0) >= 0.5
    const rose = heights.some(({ values }, k) => {
      const value = values[i]
      if (value === null || value === undefined) return false
      if (value > lowest[k]! + ROSE_MM) return true
      lowest[k] = Math.min(lowest[k]!, value)
      return false
    })
    if (!running && !rose) {
      from ??= atS[i]!
      continue
    }
    close(atS[i - 1])
    from = null
    heights.forEach(({ values }, k) => {
      lowest[k] = values[i] ?? Number.POSITIVE_INFINITY
    })
  }
  close(atS.at(-1))
  return stretches
}

/** A height at the begin and at the end of a stretch; null where it was not read there. */
export const endsOf = (
  height: Readings,
  { fromS, toS }: ParkedStretch,
): { readonly before: number | null; readonly after: number | null } => ({
  before: meanOfPoints(pointsOf(height, fromS, fromS + END_S)),
  after: meanOfPoints(pointsOf(height, toS - END_S, toS + 1e-6)),
})
