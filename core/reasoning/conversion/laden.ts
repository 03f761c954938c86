import {
  buildRig,
  designPressureBarG,
  designPressureOf,
  springVolumeL,
} from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { Axle, Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, CORNERS, GRAVITY, hasAir } from '../../base/vehicle/index.ts'

/**
 * What is carried over an axle, told without scales: kg, with bounds that hold it nine times of
 * ten.
 */
export interface LadenEstimate {
  readonly kg: number
  readonly lowKg: number
  readonly highKg: number
}

/**
 * What was looked at instead of weighing: the pressure of its springs laden at design height; how
 * far it went down asleep; the papers.
 */
export type LadenClue =
  | { readonly kind: 'pressure'; readonly barG: number }
  | { readonly kind: 'sag'; readonly dropMm: number }
  | { readonly kind: 'papers'; readonly axleLimitKg: number }

export type LadenRefusal = 'noAir' | 'lighterThanEmpty' | 'onItsStops'

/**
 * Areas, volumes and rates are known to some 5 %; a workshop's gauge reads to a tenth of a bar,
 * its tape to 1.5 mm.
 */
const [KNOWN_TO, GAUGE_BAR, TAPE_MM] = [0.05, 0.1, 1.5]
const Z90 = 1.645

const within = (newton: number, sigmaN: number): Result<LadenEstimate, LadenRefusal> => {
  if (newton + Z90 * sigmaN <= 0) return refuse('lighterThanEmpty')
  const kg = (force: number): number => Math.max(0, force) / GRAVITY
  return ok({ kg: kg(newton), lowKg: kg(newton - Z90 * sigmaN), highKg: kg(newton + Z90 * sigmaN) })
}

/** Force at the wheel for each bar in the spring: `m A 10`. */
const perBarN = ({ corners }: VehicleGeometry, corner: Corner): number =>
  corners[corner].motionRatio * corners[corner].effectiveAreaCm2 * 10

/**
 * Force a corner gains by going down so far with its air shut in and at its temperature, N at the
 * wheel.
 */
function gainedN(vehicle: VehicleGeometry, corner: Corner, dropMm: number): number {
  const [rig, i] = [buildRig(vehicle), CORNERS.indexOf(corner)]
  const barA = designPressureBarG(rig, i) + P_ATM_BAR
  return (
    perBarN(vehicle, corner) *
      ((barA * springVolumeL(rig, i, 0)) / springVolumeL(rig, i, -dropMm) - barA) +
    vehicle.corners[corner].coilRateNPerMm * dropMm
  )
}

/**
 * What an axle carries beyond empty, from a clue. Pressure: `m A p 10` against the design's, both
 * springs. Sag: what the shut-in air and the
 * helping coils gain over the drop. Papers: anything up to the axle's limit less the empty axle,
 * every load alike.
 */
export function ladenEstimate(
  vehicle: VehicleGeometry,
  axle: Axle,
  clue: LadenClue,
): Result<LadenEstimate, LadenRefusal> {
  const corners = AXLE_CORNERS[axle]
  const sum = (value: (corner: Corner) => number): number =>
    corners.reduce((all, corner) => all + value(corner), 0)
  if (clue.kind === 'papers') {
    const most = clue.axleLimitKg - sum((corner) => vehicle.corners[corner].designLoadN) / GRAVITY
    return most <= 0
      ? refuse('lighterThanEmpty')
      : ok({ kg: most / 2, lowKg: 0.05 * most, highKg: 0.95 * most })
  }
  if (!corners.every((corner) => hasAir(vehicle.corners[corner]))) return refuse('noAir')
  if (clue.kind === 'pressure') {
    const perBar = sum((corner) => perBarN(vehicle, corner))
    const added = sum(
      (corner) => perBarN(vehicle, corner) * (clue.barG - designPressureOf(vehicle, corner)),
    )
    return within(added, Math.hypot(KNOWN_TO * perBar * clue.barG, GAUGE_BAR * perBar))
  }
  if (
    corners.some(
      (corner) =>
        vehicle.corners[corner].designHeightMm - clue.dropMm <=
        vehicle.corners[corner].bumpHeightMm,
    )
  )
    return refuse('onItsStops')
  const added = sum((corner) => gainedN(vehicle, corner, clue.dropMm))
  const perMm = sum(
    (corner) =>
      gainedN(vehicle, corner, clue.dropMm + 0.5) - gainedN(vehicle, corner, clue.dropMm - 0.5),
  )
  // Two readings make a drop.
  return within(added, Math.hypot(KNOWN_TO * added, TAPE_MM * Math.SQRT2 * perMm))
}
