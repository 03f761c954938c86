import { leakFlowLPerS } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { Point, Readings } from './readings.ts'
import { leastAt, pointsOf } from './readings.ts'

/** A volume shut off under pressure and watched: a spring on workshop air, a sealed port, a reservoir. */
export interface DecayTest {
  readonly pressure: Readings
  readonly volumeL: number
  readonly temperatureC: number
  /** What the gauge shows differently for the same pressure, standard deviation, bar. */
  readonly gaugeBar: number
}

/** What its pressure says. */
export interface DecayVerdict {
  /** Sonic conductance of the leak, L/(s.bar). */
  readonly conductance: number
  /** What it loses at the pressure the test began at, bar-litre per hour. */
  readonly rateBarLPerH: number
  /** A smaller leak this test could not have told from none, bar-litre per hour. */
  readonly leastBarLPerH: number
  readonly verdict: 'holds' | 'leaks' | 'cannotTell'
  /** First and last pressure as the fit has them, bar gauge. */
  readonly fromBarG: number
  readonly toBarG: number
}

/** Why a test says nothing. */
export type DecayRefusal = { readonly code: 'tooFewPoints' } | { readonly code: 'neverBuilt' }

/** What never got to this held nothing at all, bar. */
const BUILT_BAR = 0.3
const COVER = 1.645

// Pressure at the times of the points, from a start, through one orifice: midpoint steps, fine against the decay.
function decayed(
  startBarG: number,
  conductance: number,
  points: readonly Point[],
  volumeL: number,
  temperatureC: number,
): number[] {
  const temperatureK = kelvin(temperatureC)
  const slope = (barA: number): number =>
    (-leakFlowLPerS(conductance, barA, temperatureK) * (temperatureK / T_REF_K)) / volumeL
  let [barA, atS] = [startBarG + P_ATM_BAR, points[0]!.atS]
  return points.map((point) => {
    const steps = Math.max(1, Math.ceil(((point.atS - atS) * -slope(barA)) / (0.02 * barA)))
    const dt = (point.atS - atS) / steps
    for (let k = 0; k < steps; k += 1) barA += dt * slope(barA + (dt / 2) * slope(barA))
    atS = point.atS
    return barA - P_ATM_BAR
  })
}

/** The leak of a shut volume from how its pressure falls (ISO 6358 flow, one temperature). */
export function judgeDecay({
  pressure,
  volumeL,
  temperatureC,
  gaugeBar,
}: DecayTest): Result<DecayVerdict, DecayRefusal> {
  const points = pointsOf(pressure)
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last || points.length < 3 || last.atS <= first.atS)
    return refuse({ code: 'tooFewPoints' })
  if (first.value < BUILT_BAR) return refuse({ code: 'neverBuilt' })
  const misfit = (logC: number): number =>
    decayed(first.value, 10 ** logC, points, volumeL, temperatureC).reduce(
      (sum, bar, i) => sum + (bar - points[i]!.value) ** 2,
      0,
    )
  const conductance = 10 ** leastAt(misfit, -9, 0, 50)
  const perConductance = 3600 * leakFlowLPerS(1, first.value + P_ATM_BAR, kelvin(temperatureC))
  const rate = perConductance * conductance
  // Fall over the test that the gauge could make up by itself, as a rate.
  const hours = (last.atS - first.atS) / 3600
  const least = (COVER * gaugeBar * Math.SQRT2 * volumeL * (T_REF_K / kelvin(temperatureC))) / hours
  const path = decayed(first.value, conductance, points, volumeL, temperatureC)
  return ok({
    conductance,
    rateBarLPerH: rate,
    leastBarLPerH: least,
    verdict: rate > 2 * least ? 'leaks' : rate > least ? 'cannotTell' : 'holds',
    fromBarG: first.value,
    toBarG: path.at(-1)!,
  })
}
