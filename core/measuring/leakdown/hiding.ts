import { buildRig, ratePerConductance } from '../../physics/pneumatics/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir } from '../../base/vehicle/index.ts'
import { whiten } from '../../base/numbers/index.ts'
import { hypothesisCorners, LOG_C_RANGE } from './hypotheses.ts'
import type { WeighedNights } from './infer.ts'
import { predictedChanges } from './infer.ts'

/** How sure one is that nothing larger hides. */
const SURE = 0.95
/** Steps of log10 C on which a further leak is tried. */
const STEP = 0.25
/** Finer steps between them. */
const FINE = 10

/** A leak that the nights would not have shown. */
export interface HiddenLeak {
  readonly corner: Corner
  /** Nothing larger hides there with 95 %, bar-litre per hour at design pressure. */
  readonly atMostBarLPerH: number
}

/**
 * The largest leak that could still hide at each corner beside what the nights are laid to: at
 * corners with air that the answer does not blame. A further leak of every size is forecast on top
 * of the best hypothesis and set against the readings; sizes are alike before them (no size is
 * favoured per bar-litre), so the limit errs to the large side.
 */
export function hiddenLeaks(weighed: WeighedNights): HiddenLeak[] {
  const { watched, answer } = weighed
  const { vehicle, startC, endC } = watched.at(-1)!.request
  const [rig, meanC] = [buildRig(vehicle), (startC + endC) / 2]
  const blamed = hypothesisCorners(answer.best)
  const misfit = misfitOf(weighed)
  return CORNERS.filter(
    (corner) => hasAir(vehicle.corners[corner]) && !blamed.includes(corner),
  ).map((corner) => ({
    corner,
    atMostBarLPerH:
      10 ** limitAt(corner, answer.leaks, misfit) * ratePerConductance(rig, corner, meanC),
  }))
}

type Leaks = Readonly<Partial<Record<Corner, number>>>
type Misfit = (leaks: Leaks) => number

// Chi-squared of leaks over all nights; infinite where the car could not have stood so.
const misfitOf =
  ({ watched, observed, factor }: WeighedNights): Misfit =>
  (leaks) => {
    const foretold = watched.map((night) => predictedChanges(night, leaks))
    if (foretold.includes(null)) return Number.POSITIVE_INFINITY
    const z = Float64Array.from(
      observed,
      ({ night, round, corner, changeMm }) => changeMm - foretold[night]![round]![corner]!,
    )
    whiten(factor, observed.length, z)
    return z.reduce((sum, value) => sum + value * value, 0)
  }

// log10 of the conductance below which 95 % of the weight lies.
function limitAt(corner: Corner, leaks: Leaks, misfit: Misfit): number {
  const { from, to } = LOG_C_RANGE
  const coarse = Array.from({ length: Math.round((to - from) / STEP) + 1 }, (_, k) =>
    misfit({ ...leaks, [corner]: (leaks[corner] ?? 0) + 10 ** (from + k * STEP) }),
  )
  const least = Math.min(...coarse)
  const weights = Array.from({ length: (coarse.length - 1) * FINE + 1 }, (_, k) => {
    const at = Math.min(Math.floor(k / FINE), coarse.length - 2)
    const share = k / FINE - at
    const chi2 = coarse[at]! + (coarse[at + 1]! - coarse[at]!) * share
    return Number.isFinite(chi2) ? Math.exp(-0.5 * (chi2 - least)) * 10 ** ((k / FINE) * STEP) : 0
  })
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  let sum = 0
  const at = weights.findIndex((weight) => (sum += weight) >= SURE * total)
  return from + (at / FINE) * STEP
}
