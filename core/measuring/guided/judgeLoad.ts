import type { Readings } from './readings.ts'
import { meanOfPoints, pointsOf } from './readings.ts'

/** A known load put in and taken out again while the module is awake. */
export interface LoadTest {
  /** Mean height of the levelled axle, mm. */
  readonly height: Readings
  readonly loadedAtS: number
  readonly unloadedAtS: number
  /** How close to where it stood before counts as level, mm. */
  readonly withinMm: number
}

/** What the axle did. */
export interface LoadVerdict {
  readonly verdict: 'levels' | 'doesNotLevel' | 'doesNotLetDown' | 'doesNothing' | 'unfinished'
  /** How far it sank under the load, mm. */
  readonly sankMm: number
  /** Until it stood level under the load, s, and level again without it; null: never. */
  readonly upS: number | null
  readonly downS: number | null
}

const MOVED_MM = 3

/** Whether a levelling axle carries a load back up to its height, and lets down again when the load is gone. */
export function judgeLoad({ height, loadedAtS, unloadedAtS, withinMm }: LoadTest): LoadVerdict {
  const before = meanOfPoints(pointsOf(height, loadedAtS - 10, loadedAtS))
  const [loaded, after] = [pointsOf(height, loadedAtS, unloadedAtS), pointsOf(height, unloadedAtS)]
  if (before === null || loaded.length < 3 || after.length < 3)
    return { verdict: 'unfinished', sankMm: 0, upS: null, downS: null }
  const sankMm = before - Math.min(...loaded.map(({ value }) => value))
  const level = ({ value }: { readonly value: number }): boolean =>
    Math.abs(value - before) <= withinMm
  // It counts from when it stays there.
  const since = (points: typeof loaded, from: number): number | null => {
    const lastOff = points.findLastIndex((point) => !level(point))
    return lastOff === points.length - 1
      ? null
      : lastOff === -1
        ? 0
        : points[lastOff + 1]!.atS - from
  }
  const [upS, downS] = [since(loaded, loadedAtS), since(after, unloadedAtS)]
  const rose = loaded.at(-1)!.value - Math.min(...loaded.map(({ value }) => value))
  const verdict =
    upS === null
      ? rose < MOVED_MM
        ? 'doesNothing'
        : 'doesNotLevel'
      : downS === null
        ? 'doesNotLetDown'
        : 'levels'
  return { verdict, sankMm, upS, downS }
}
