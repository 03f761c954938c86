import { createSolver } from '../../physics/pneumatics/index.ts'
import { CORNERS, GRAVITY } from '../../base/vehicle/index.ts'
import { choleskyOf, whiten } from '../../base/numbers/index.ts'
import { changeCovariance } from './covariance.ts'
import type { WeighedNights } from './infer.ts'

/** Load whose effect is tabulated, N; heights are near enough straight in it. */
const TRIED_N = 300
/** What people put in or take out unthinking: from a bag to two people and their tools, kg. */
const LIGHTEST_KG = 20
const HEAVIEST_KG = 200
/** A load is named where it explains the heights as well as the leak, or nearly. */
const ALMOST_CHI2 = 1

/** Where a load may lie. */
export const LOAD_PLACES = [
  'frontLeftSeat',
  'frontRightSeat',
  'rearLeftSeat',
  'rearRightSeat',
  'loadArea',
] as const
export type LoadPlace = (typeof LOAD_PLACES)[number]

/** Along the car, 0 front axle, 1 rear axle; across, -1 right wheel, 1 left wheel. */
const PLACES: Readonly<Record<LoadPlace, readonly [along: number, across: number]>> = {
  frontLeftSeat: [0.45, 0.5],
  frontRightSeat: [0.45, -0.5],
  rearLeftSeat: [0.8, 0.5],
  rearRightSeat: [0.8, -0.5],
  loadArea: [1.15, 0],
}

/** A load that would have changed the heights like the leak did. */
export interface OvernightLoad {
  readonly place: LoadPlace
  /** kg; negative: taken out. */
  readonly massKg: number
}

const sharesOf = ([along, across]: readonly [number, number]): readonly number[] => [
  ((1 - along) * (1 + across)) / 2,
  ((1 - along) * (1 - across)) / 2,
  (along * (1 + across)) / 2,
  (along * (1 - across)) / 2,
]

/**
 * The load which, put in or taken out in the last night, explains its last round as well as the
 * leak that is blamed; null where nothing is blamed or none does. Its mass is fitted by weighted
 * least squares for each place a load may lie.
 */
export function overnightLoad({ watched, answer }: WeighedNights): OvernightLoad | null {
  if (answer.best === 'none') return null
  const { start, request, noise, observed } = watched.at(-1)!
  const last = observed.filter(({ round }) => round === noise.rounds.length - 1)
  const factor = choleskyOf(changeCovariance(last, [noise]), last.length)
  const whitened = (values: readonly number[]): Float64Array => {
    const z = Float64Array.from(last, ({ corner }) => values[corner]!)
    whiten(factor, last.length, z)
    return z
  }
  const dot = (a: Float64Array, b: Float64Array): number =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0)
  const unexplained = whitened(CORNERS.map((corner) => answer.unexplainedMm[corner]))
  const left = whitened(
    CORNERS.map(
      (corner) =>
        answer.unexplainedMm[corner] - (answer.predictedMm[corner] - answer.expectedColdMm[corner]),
    ),
  )
  const restAt = (loadN: readonly number[]): Float64Array => {
    const solver = createSolver(
      start.rig,
      start.rig.designLoadN.map((n, i) => n + loadN[i]!),
    )
    solver.solve(start.airBarL, request.endC)
    return solver.travelMm
  }
  const unloaded = restAt([0, 0, 0, 0])
  const fits = (Object.keys(PLACES) as LoadPlace[]).map((place) => {
    const loaded = restAt(sharesOf(PLACES[place]).map((share) => share * TRIED_N))
    const perKg = whitened(CORNERS.map((_, i) => ((loaded[i]! - unloaded[i]!) * GRAVITY) / TRIED_N))
    const massKg = dot(perKg, unexplained) / dot(perKg, perKg)
    return { place, massKg, chi2: dot(unexplained, unexplained) - massKg * dot(perKg, unexplained) }
  })
  const possible = fits.filter(
    ({ massKg }) => Math.abs(massKg) >= LIGHTEST_KG && Math.abs(massKg) <= HEAVIEST_KG,
  )
  const [best] = possible.toSorted((a, b) => a.chi2 - b.chi2)
  return best && best.chi2 <= dot(left, left) + ALMOST_CHI2
    ? { place: best.place, massKg: best.massKg }
    : null
}
