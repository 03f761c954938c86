import { P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'

/** Critical pressure ratio b of every leak (ISO 6358); measured leaks lie around it. */
export const CRITICAL_RATIO = 0.5

/** Ratio above which the flow is taken as laminar: the bare root has an endless slope at 1. */
const LAMINAR_FROM = 0.99

const subsonic = (ratio: number): number =>
  Math.sqrt(1 - ((ratio - CRITICAL_RATIO) / (1 - CRITICAL_RATIO)) ** 2)
const PHI_AT_LAMINAR = subsonic(LAMINAR_FROM)

/**
 * The flow function phi of ISO 6358: 1 when choked, 0 when the pressures are equal; nothing flows backwards.
 * @param ratio downstream over upstream pressure, both absolute.
 */
export function flowFunction(ratio: number): number {
  if (ratio <= CRITICAL_RATIO) return 1
  if (ratio <= LAMINAR_FROM) return subsonic(ratio)
  return ratio < 1 ? (PHI_AT_LAMINAR * (1 - ratio)) / (1 - LAMINAR_FROM) : 0
}

/**
 * Mass flow through an orifice as ISO 6358 states it, L/s ANR (bar-litre of air at 1 bar, 20 degC per second).
 * @param conductance sonic conductance C, L/(s.bar).
 * @param upstreamBarA pressure on the side the air comes from, bar absolute; no flow at or below 0.
 * @param temperatureK temperature of the air upstream, K.
 * @param downstreamBarA pressure it flows to, bar absolute.
 */
export function leakFlowLPerS(
  conductance: number,
  upstreamBarA: number,
  temperatureK: number,
  downstreamBarA = P_ATM_BAR,
): number {
  if (upstreamBarA <= downstreamBarA) return 0
  return (
    conductance *
    upstreamBarA *
    Math.sqrt(T_REF_K / temperatureK) *
    flowFunction(downstreamBarA / upstreamBarA)
  )
}
