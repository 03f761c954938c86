import type { Readings } from './readings.ts'
import { pointsOf } from './readings.ts'

/** A sensor's signal while the body goes from its lowest to its highest level and back, per cent. */
export interface Swept {
  readonly id: string
  readonly signal: Readings
}

/** What each sensor did. */
export interface SweepVerdict {
  readonly id: string
  readonly verdict: 'follows' | 'stuck' | 'jumps' | 'dropsOut' | 'noSignal'
  /** How far it moved, per cent of its supply. */
  readonly movedPercent: number
}

/** A sensor that moves by less while another moves well stands still, per cent. */
const STUCK = 0.4
const MOVES = 2
/** A step between two readings a body cannot make, per cent of supply per second. */
const JUMP_PER_S = 12
/** Share of the readings that may be missing. */
const MISSING = 0.02

/** Whether each height sensor follows the body through its whole travel. */
export function judgeSweep(sensors: readonly Swept[]): SweepVerdict[] {
  const travels = sensors.map(({ id, signal }) => {
    const points = pointsOf(signal)
    const values = points.map(({ value }) => value)
    const jumps = points.some(
      ({ atS, value }, i) =>
        i > 0 &&
        Math.abs(value - points[i - 1]!.value) >
          Math.max(1, JUMP_PER_S * (atS - points[i - 1]!.atS)),
    )
    const missing = signal.values.length === 0 ? 1 : 1 - points.length / signal.values.length
    return {
      id,
      jumps,
      missing,
      movedPercent: values.length > 0 ? Math.max(...values) - Math.min(...values) : 0,
    }
  })
  const anyMoves = travels.some(({ movedPercent }) => movedPercent > MOVES)
  return travels.map(({ id, jumps, missing, movedPercent }) => ({
    id,
    movedPercent,
    verdict:
      missing > 0.9
        ? 'noSignal'
        : missing > MISSING
          ? 'dropsOut'
          : jumps
            ? 'jumps'
            : anyMoves && movedPercent < STUCK
              ? 'stuck'
              : 'follows',
  }))
}
