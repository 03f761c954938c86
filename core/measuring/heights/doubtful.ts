import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners } from '../../base/vehicle/index.ts'
import type { Readings } from './readings.ts'

/**
 * A reading further from the middle of its corner's readings than this many standard deviations is
 * doubted.
 */
const DOUBT_SIGMAS = 4
/** With two readings nobody can say which one slipped. */
const LEAST_READINGS = 3

/** One reading that was left out, and what the others at that corner say. */
export interface LeftOut {
  readonly corner: Corner
  readonly heightMm: number
  readonly middleMm: number
}

function middleOf(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

/**
 * Leaves readings out that their own corner's other readings contradict, and says which. The
 * middle reading is not moved by one
 * slip, and where a corner has fewer than three readings none can be singled out.
 * @param repeatabilityMm standard deviation of one reading, mm.
 */
export function leaveDoubtfulOut(
  readings: Readings,
  repeatabilityMm: number,
): { readonly kept: Readings; readonly leftOut: readonly LeftOut[] } {
  const limit = DOUBT_SIGMAS * repeatabilityMm
  const leftOut = CORNERS.flatMap((corner) => {
    const list = readings[corner]
    if (list.length < LEAST_READINGS) return []
    const middleMm = middleOf(list)
    const odd = list.filter((mm) => Math.abs(mm - middleMm) > limit)
    // Half against half: nobody can say which half slipped.
    return 2 * odd.length < list.length
      ? odd.map((heightMm) => ({ corner, heightMm, middleMm }))
      : []
  })
  const doubted = (corner: Corner, mm: number): boolean =>
    leftOut.some((one) => one.corner === corner && one.heightMm === mm)
  return {
    kept: mapCorners(readings, (list, corner) => list.filter((mm) => !doubted(corner, mm))),
    leftOut,
  }
}
