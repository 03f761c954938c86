import type { Readings } from '@anklet/core/measuring/guided'
import { parseNumber } from '../../../kit/typed.ts'

/** A pressure and when it was read. */
export interface PressurePoint {
  readonly atMs: number
  readonly barG: number
  /** The gauge that sent it; none: it was typed. */
  readonly deviceId?: string
}

/** Pressures read one after another, as a test takes them. */
export const asReadings = (points: readonly PressurePoint[]): Readings => ({
  atS: points.map(({ atMs }) => (atMs - (points[0]?.atMs ?? 0)) / 1000),
  values: points.map(({ barG }) => barG),
})

/** Gauges that sent some of the pressures. */
export const gaugesOf = (points: readonly PressurePoint[]): readonly string[] =>
  points.flatMap(({ deviceId }) => deviceId ?? [])

/** Times are typed in one of these. */
export type TimeUnit = 's' | 'min' | 'h'

/** Seconds in a unit of time. */
const SECONDS_IN: Readonly<Record<TimeUnit, number>> = { s: 1, min: 60, h: 3600 }

/**
 * Reads pairs of a time and a pressure, a pair a line.
 * @returns null when a line is none
 */
export function readPairs(
  text: string,
  toBar: (shown: number) => number,
  unit: TimeUnit,
): readonly PressurePoint[] | null {
  const rows = text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) =>
      line
        .trim()
        .split(/[\s;]+/)
        .map(parseNumber),
    )
  if (rows.length === 0 || rows.some((row) => row.length !== 2 || row.includes(null))) return null
  const points = rows.map(([time, bar]) => ({
    atMs: time! * SECONDS_IN[unit] * 1000,
    barG: toBar(bar!),
  }))
  return points.every(({ atMs }, i) => i === 0 || atMs > points[i - 1]!.atMs) ? points : null
}

/** The stretch in which the pump ran, of what the link told. */
export function whileRunning(pressure: Readings, runs: Readings): Readings {
  const kept = pressure.atS.map((_, i) => i).filter((i) => runs.values[i] === 1)
  return {
    atS: kept.map((i) => pressure.atS[i]!),
    values: kept.map((i) => pressure.values[i] ?? null),
  }
}
