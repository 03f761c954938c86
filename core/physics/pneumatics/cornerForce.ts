import { P_ATM_BAR } from '../../base/units/index.ts'
import { AREA_PRESSURE_TO_N, CM2_MM_TO_L, LEAST_VOLUME_SHARE } from './constants.ts'
import type { Rig } from './rig.ts'

/**
 * What a corner's spring, coil and stops do at one travel. Reused between calls: read it before
 * the next one.
 */
export interface CornerState {
  /** Force on the body without the anti-roll bar, N. */
  forceN: number
  /** How much that force falls per mm of extension, N/mm; never negative. */
  rateNPerMm: number
  /** Absolute pressure in the spring, bar; 0 without air. */
  pressureBarA: number
}

/**
 * Force of coil, bump stop and topped-out damper together at a travel from design height, N at the
 * wheel.
 * @param index corner, 0..3 in the order FL FR RL RR.
 */
export function mechanicalForceN(rig: Rig, index: number, travelMm: number): number {
  const coil = Math.max(0, rig.coilForceN[index]! - rig.coilRate[index]! * travelMm)
  const bump = rig.bumpRate[index]! * Math.max(0, rig.bumpMm[index]! - travelMm)
  const droop = rig.droopRate[index]! * Math.max(0, travelMm - rig.droopMm[index]!)
  return coil + bump - droop
}

function mechanicalRate(rig: Rig, index: number, travelMm: number): number {
  let rate = rig.coilForceN[index]! > rig.coilRate[index]! * travelMm ? rig.coilRate[index]! : 0
  if (travelMm < rig.bumpMm[index]!) rate += rig.bumpRate[index]!
  if (travelMm > rig.droopMm[index]!) rate += rig.droopRate[index]!
  return rate
}

/**
 * Fills `out` with force, rate and pressure of one corner. An empty spring (pressure at or below
 * the atmosphere) carries nothing.
 * @param airBarLNow amount of air times T/293.15: pressure times volume, bar-litre.
 */
export function cornerState(
  rig: Rig,
  index: number,
  travelMm: number,
  airBarLNow: number,
  out: CornerState,
): void {
  out.forceN = mechanicalForceN(rig, index, travelMm)
  out.rateNPerMm = mechanicalRate(rig, index, travelMm)
  out.pressureBarA = 0
  if (!rig.air[index]) return
  const leastL = LEAST_VOLUME_SHARE * rig.volumeL[index]!
  const freeL = rig.volumeL[index]! + rig.volumePerMm[index]! * travelMm
  const volumeL = Math.max(freeL, leastL)
  const pressure = airBarLNow / volumeL
  out.pressureBarA = pressure
  if (pressure <= P_ATM_BAR) return
  // m * A * 10 N per bar; A * m in L/mm is volumePerMm, so the same product serves force and rate
  const newtonPerBar = (rig.volumePerMm[index]! / CM2_MM_TO_L) * AREA_PRESSURE_TO_N
  out.forceN += newtonPerBar * (pressure - P_ATM_BAR)
  if (freeL > leastL)
    out.rateNPerMm += (newtonPerBar * pressure * rig.volumePerMm[index]!) / volumeL
}
