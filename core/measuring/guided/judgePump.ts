import type { PumpRating } from '../../physics/compressor/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { atmosphereBar, kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { Point, Readings } from './readings.ts'
import { leastAt, pointsOf } from './readings.ts'

/** A pump run against a shut volume. */
export interface PumpTest {
  /** Gauge pressure while it runs, bar, from about its start. */
  readonly pressure: Readings
  /** What it fills: gallery, lines and whatever is screwed on, L. */
  readonly volumeL: number
  /** How well that is known, share of it. */
  readonly volumeShare: number
  readonly temperatureC: number
  /** At the pump while it runs, V. */
  readonly supplyV: number
  /** Of the site, m. */
  readonly altitudeM: number
  readonly rating: PumpRating
}

/** What became of it. */
export interface PumpVerdict {
  /** Of the flow it should bring with this voltage at this altitude. */
  readonly share: number
  /** Standard deviation of that share. */
  readonly sigma: number
  readonly band: 'good' | 'tired' | 'weak'
  /** Whether the band is clear: it would be the same at either end of the uncertainty. */
  readonly clear: boolean
  /** Where its pressure stopped rising, well below its stall, bar gauge; null: it did not. */
  readonly stopsAtBarG: number | null
}

/** Why a test says nothing. */
export type PumpTestRefusal =
  { readonly code: 'tooFewPoints' } | { readonly code: 'pressureDidNotRise' }

/** Below this share of its flow a pump is weak, and up to that it is tired. */
export const WEAK_BELOW = 0.8
const GOOD_FROM = 0.9
/** Below this voltage it delivers in proportion. */
const FULL_VOLTAGE = 12.5
/** A pressure that rises by less than this over the last third has stopped, bar. */
const STOPPED_BAR = 0.05
const COVER = 1.645

const bandOf = (share: number): PumpVerdict['band'] =>
  share < WEAK_BELOW ? 'weak' : share < GOOD_FROM ? 'tired' : 'good'

/**
 * What share of its flow a pump brings, from the pressure it builds in a known volume: against a
 * flow that falls in a straight line
 * to stall, p(t) = stall - (stall - p0) exp(-t/tau), and tau names the flow. Voltage and thin air
 * are taken out of the blame.
 */
export function judgePump({
  pressure,
  volumeL,
  volumeShare,
  temperatureC,
  supplyV,
  altitudeM,
  rating,
}: PumpTest): Result<PumpVerdict, PumpTestRefusal> {
  // A pump compresses by a fixed ratio: in thin air it stalls lower, by as much as the air is
  // thinner, and moves less of it.
  const air = atmosphereBar(altitudeM) / P_ATM_BAR
  const [stallBarG, flowLPerMin] = [rating.stallBarG * air, rating.freeFlowLPerMin * air]
  // Close to stall nothing but the stall pressure speaks; the fit uses what lies below.
  const all = pointsOf(pressure)
  const points = all.filter(({ value }) => value < 0.9 * stallBarG)
  const first = points[0]
  if (!first || points.length < 5) return refuse({ code: 'tooFewPoints' })
  if (Math.max(...points.map(({ value }) => value)) - first.value < 0.5)
    return refuse({ code: 'pressureDidNotRise' })
  const stopped = stopOf(
    all.map(({ value }) => value),
    stallBarG,
  )
  const rising = stopped === null ? points : points.filter(({ value }) => value < 0.95 * stopped)
  const used = rising.length >= 5 ? rising : points
  const expectedPerS =
    ((flowLPerMin / 60) * Math.min(1, supplyV / FULL_VOLTAGE) * (kelvin(temperatureC) / T_REF_K)) /
    (volumeL * stallBarG)
  const misfit = (logShare: number): number =>
    misfitOf(used, 10 ** logShare * expectedPerS, stallBarG)
  const logShare = leastAt(misfit, -2, 0.6)
  const share = 10 ** logShare
  const sum = misfit(logShare)
  const step = 0.01
  const curvature =
    (misfit(logShare + step) + misfit(logShare - step) - 2 * sum) / (2 * step * step)
  const noise = sum / Math.max(1, used.length - 2)
  const sigma =
    share * Math.hypot(volumeShare, curvature > 0 ? Math.LN10 * Math.sqrt(noise / curvature) : 1)
  const band = bandOf(share)
  return ok({
    share,
    sigma,
    band,
    clear: bandOf(share - COVER * sigma) === band && bandOf(share + COVER * sigma) === band,
    stopsAtBarG: stopped,
  })
}

function stopOf(values: readonly number[], stallBarG: number): number | null {
  const tail = values.slice(-Math.ceil(values.length / 3))
  const [low, high] = [Math.min(...tail), Math.max(...tail)]
  return values.length >= 9 && high - low < STOPPED_BAR && high < 0.85 * stallBarG ? high : null
}

// The pressure it began at is whatever fits best: it enters in a straight line.
function misfitOf(points: readonly Point[], perS: number, stallBarG: number): number {
  const start = points[0]!.atS
  let [decayed, squared] = [0, 0]
  for (const { atS, value } of points) {
    const left = Math.exp(-perS * (atS - start))
    decayed += left * (stallBarG - value)
    squared += left * left
  }
  const gap = decayed / squared
  return points.reduce(
    (sum, { atS, value }) => sum + (stallBarG - gap * Math.exp(-perS * (atS - start)) - value) ** 2,
    0,
  )
}
