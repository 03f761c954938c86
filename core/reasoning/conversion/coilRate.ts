import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'

/** Shear modulus of usual spring steel, GPa. */
export const SPRING_STEEL_GPA = 79.3

/** A coil as it is measured: to identify one without a mark. */
export interface CoilMeasure {
  readonly wireMm: number
  /** Diameter of the coil at the middle of its wire, mm. */
  readonly meanDiameterMm: number
  readonly activeCoils: number
  readonly shearModulusGPa?: number
  /** Force on it, N; left out: no stress is reckoned. */
  readonly forceN?: number
}

export interface CoilRate {
  readonly rateNPerMm: number
  /** Shear stress in the wire, MPa; null without a force. */
  readonly shearStressMPa: number | null
}

export type CoilRefusal = {
  readonly code: 'wireTooThick'
  readonly wireMm: number
  readonly meanDiameterMm: number
}

/**
 * Rate of a coil by its wire, diameter and turns: `G d^4 / (8 D^3 n)`; stress with Wahl's factor for the curved wire
 * (A. M. Wahl, Mechanical Springs, 1944).
 */
export function coilRate({
  wireMm,
  meanDiameterMm,
  activeCoils,
  shearModulusGPa = SPRING_STEEL_GPA,
  forceN,
}: CoilMeasure): Result<CoilRate, CoilRefusal> {
  if (wireMm >= meanDiameterMm) return refuse({ code: 'wireTooThick', wireMm, meanDiameterMm })
  const rateNPerMm =
    (shearModulusGPa * 1000 * wireMm ** 4) / (8 * meanDiameterMm ** 3 * activeCoils)
  if (forceN === undefined) return ok({ rateNPerMm, shearStressMPa: null })
  const index = meanDiameterMm / wireMm
  const wahl = (4 * index - 1) / (4 * index - 4) + 0.615 / index
  return ok({
    rateNPerMm,
    shearStressMPa: (wahl * 8 * forceN * meanDiameterMm) / (Math.PI * wireMm ** 3),
  })
}
