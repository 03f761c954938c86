import { buildRig, ratePerConductance } from '../../physics/pneumatics/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import type { Evidence } from './evidence.ts'
import { conductanceAt, FINE_NODES, quantileNode } from './evidence.ts'
import type { HypothesisId } from './hypotheses.ts'
import { hypothesisCorners } from './hypotheses.ts'

/** A leak rate with its 5 and 95 % limits, bar-litre per hour. */
export interface LeakRate {
  readonly median: number
  readonly low: number
  readonly high: number
}

const QUANTILES = { low: 0.05, median: 0.5, high: 0.95 } as const

/** Sonic conductance of each blamed corner at the posterior's median, L/(s.bar); empty for no leak. */
export function medianLeaks(
  id: HypothesisId,
  { first, second }: Evidence,
): Partial<Record<Corner, number>> {
  const sides = [first, second ?? first]
  return Object.fromEntries(
    hypothesisCorners(id).map((corner, i) => [
      corner,
      conductanceAt(quantileNode(sides[second ? i : 0]!, QUANTILES.median)),
    ]),
  )
}

/** Total leak of a hypothesis at design pressure, with the spread its posterior leaves. */
export function leakRate(
  vehicle: VehicleGeometry,
  id: HypothesisId,
  evidence: Evidence,
  temperatureC: number,
): LeakRate {
  const rig = buildRig(vehicle)
  const perConductance = hypothesisCorners(id).map((corner) =>
    ratePerConductance(rig, corner, temperatureC),
  )
  const at = evidence.joint
    ? jointQuantile(evidence.joint, perConductance[0]!, perConductance[1]!)
    : (share: number) =>
        conductanceAt(quantileNode(evidence.first, share)) *
        perConductance.reduce((sum, rate) => sum + rate, 0)
  return { median: at(QUANTILES.median), low: at(QUANTILES.low), high: at(QUANTILES.high) }
}

const BINS_PER_DECADE = 500

// Quantiles of a sum over the joint posterior, by a histogram in its logarithm (bins of half a per cent).
function jointQuantile(
  joint: Float64Array,
  perLeft: number,
  perRight: number,
): (share: number) => number {
  const least = Math.log10(conductanceAt(0) * (perLeft + perRight))
  const bins = new Float64Array(
    Math.ceil(
      (Math.log10(conductanceAt(FINE_NODES - 1) * (perLeft + perRight)) - least) * BINS_PER_DECADE,
    ) + 2,
  )
  const conductances = Float64Array.from({ length: FINE_NODES }, (_, k) => conductanceAt(k))
  for (let i = 0; i < FINE_NODES; i += 1) {
    for (let j = 0; j < FINE_NODES; j += 1) {
      const weight = joint[i * FINE_NODES + j]!
      if (weight < 1e-15) continue
      bins[
        Math.round(
          (Math.log10(conductances[i]! * perLeft + conductances[j]! * perRight) - least) *
            BINS_PER_DECADE,
        )
      ]! += weight
    }
  }
  return (share) => 10 ** (least + quantileNode(bins, share) / BINS_PER_DECADE)
}
