import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import { GRAVITY } from '../../base/vehicle/index.ts'

/** A coil that could be fitted. */
export interface Coil {
  readonly id: string
  readonly rateNPerMm: number
  readonly freeLengthMm: number
  readonly solidLengthMm: number
}

/**
 * A corner that is to stand on a coil. Lengths are the spring's; loads and travels are at the
 * wheel.
 */
export interface ConvertedCorner {
  readonly loadN: number
  /** Laden; less than empty where a weight on the hitch lifts the other axle. */
  readonly ladenLoadN: number
  readonly motionRatio: number
  /** Length of the spring when the corner stands at its height, mm. */
  readonly installedLengthMm: number
  readonly bumpTravelMm: number
  readonly droopTravelMm: number
  /** Rate of the air spring at the wheel it takes the place of, N/mm. */
  readonly airRateNPerMm?: number
}

/**
 * What keeps a coil from fitting: it stands wrong, goes solid, comes loose at full droop, sags
 * laden.
 */
export const MISFITS = ['height', 'bind', 'loose', 'sag'] as const
export type Misfit = (typeof MISFITS)[number]

/** A coil in a corner. */
export interface FittedCoil {
  readonly id: string
  readonly wheelRateNPerMm: number
  readonly springForceN: number
  readonly lengthMm: number
  /** Positive: it stands high, mm at the wheel. */
  readonly heightErrorMm: number
  readonly frequencyHz: number
  /** Lower when laden, mm at the wheel, negative: higher; levelling would have kept 0. */
  readonly ladenDropMm: number
  /** Room to solid at full bump, mm of spring. */
  readonly bindMarginMm: number
  /** Force left at full droop, N. */
  readonly droopPreloadN: number
  /** Against the air spring; null where its rate is not known. */
  readonly rateRatio: number | null
  readonly fits: boolean
  readonly reasons: readonly Misfit[]
}

export type ConversionRefusal =
  | { readonly code: 'solidTooLong'; readonly id: string }
  | { readonly code: 'noLoad'; readonly loadN: number; readonly ladenLoadN: number }

const HEIGHT_WITHIN_MM = 10
const BIND_LEAST_MM = 5
const DROOP_LEAST_N = 50
/** Share of the bump travel that sagging under load may take. */
const SAG_SHARE = 0.6

/**
 * Natural frequency of a corner on a spring of that rate at the wheel, Hz: `sqrt(k g / load) / 2
 * pi`.
 */
export const rideFrequencyHz = (wheelRateNPerMm: number, loadN: number): number =>
  Math.sqrt((wheelRateNPerMm * 1000 * GRAVITY) / loadN) / (2 * Math.PI)

function fit(
  {
    loadN,
    ladenLoadN,
    motionRatio: m,
    installedLengthMm,
    bumpTravelMm,
    droopTravelMm,
    airRateNPerMm,
  }: ConvertedCorner,
  { id, rateNPerMm, freeLengthMm, solidLengthMm }: Coil,
): FittedCoil {
  const wheelRateNPerMm = rateNPerMm * m ** 2
  const springForceN = loadN / m
  const lengthMm = freeLengthMm - springForceN / rateNPerMm
  const heightErrorMm = (lengthMm - installedLengthMm) / m
  const ladenDropMm = (ladenLoadN - loadN) / wheelRateNPerMm
  // The car's geometry, not the spring, sets the length at full bump and full droop.
  const bindMarginMm = installedLengthMm - m * bumpTravelMm - solidLengthMm
  const droopPreloadN = rateNPerMm * (freeLengthMm - (installedLengthMm + m * droopTravelMm))
  const reasons: Misfit[] = [
    ...(Math.abs(heightErrorMm) <= HEIGHT_WITHIN_MM ? [] : ['height' as const]),
    ...(bindMarginMm >= BIND_LEAST_MM ? [] : ['bind' as const]),
    ...(droopPreloadN >= DROOP_LEAST_N ? [] : ['loose' as const]),
    ...(ladenDropMm < bumpTravelMm * SAG_SHARE ? [] : ['sag' as const]),
  ]
  return {
    id,
    wheelRateNPerMm,
    springForceN,
    lengthMm,
    heightErrorMm,
    frequencyHz: rideFrequencyHz(wheelRateNPerMm, loadN),
    ladenDropMm,
    bindMarginMm,
    droopPreloadN,
    rateRatio: airRateNPerMm ? wheelRateNPerMm / airRateNPerMm : null,
    fits: reasons.length === 0,
    reasons,
  }
}

/**
 * Every coil in a corner: those that fit first, then by how near the corner stands to its height.
 */
export function fitCoils(
  corner: ConvertedCorner,
  candidates: readonly Coil[],
): Result<FittedCoil[], ConversionRefusal> {
  const { loadN, ladenLoadN } = corner
  if (!(loadN > 0 && ladenLoadN > 0)) return refuse({ code: 'noLoad', loadN, ladenLoadN })
  const impossible = candidates.find(
    ({ freeLengthMm, solidLengthMm }) => solidLengthMm >= freeLengthMm,
  )
  if (impossible) return refuse({ code: 'solidTooLong', id: impossible.id })
  return ok(
    candidates
      .map((coil) => fit(corner, coil))
      .sort(
        (a, b) =>
          Number(b.fits) - Number(a.fits) || Math.abs(a.heightErrorMm) - Math.abs(b.heightErrorMm),
      ),
  )
}

/**
 * What a coil for a corner would have to be: between which rates, how long for a rate, and how
 * short when solid.
 */
export interface Wanted {
  readonly leastRateNPerMm: number
  readonly mostRateNPerMm: number
  readonly longestSolidMm: number
  /** Free length that stands exactly at height with that rate, mm. */
  freeLengthMm(rateNPerMm: number): number
}

/**
 * The bounds a coil must keep, solved for its rate and length. Where the least rate is above the
 * most, no coil can do it.
 */
export function wantedCoil(corner: ConvertedCorner): Wanted {
  const { loadN, ladenLoadN, motionRatio: m, installedLengthMm } = corner
  const { bumpTravelMm, droopTravelMm } = corner
  const springForceN = loadN / m
  return {
    leastRateNPerMm: Math.max(0, ladenLoadN - loadN) / (bumpTravelMm * SAG_SHARE) / m ** 2,
    mostRateNPerMm:
      droopTravelMm > 0 ? (springForceN - DROOP_LEAST_N) / (m * droopTravelMm) : Infinity,
    longestSolidMm: installedLengthMm - m * bumpTravelMm - BIND_LEAST_MM,
    freeLengthMm: (rateNPerMm) => installedLengthMm + springForceN / rateNPerMm,
  }
}

/** The bound most candidates fail by; null where one fits. */
export function mostFailed(fitted: readonly FittedCoil[]): Misfit | null {
  if (fitted.some(({ fits }) => fits)) return null
  const count = (reason: Misfit): number =>
    fitted.filter(({ reasons }) => reasons.includes(reason)).length
  return (['height', 'bind', 'loose', 'sag'] as const).reduce<Misfit | null>(
    (most, reason) => (count(reason) > (most === null ? 0 : count(most)) ? reason : most),
    null,
  )
}
