import { CORNERS } from './corners.ts'

/** Valves a vehicle may have: one for each spring, and those of the gallery. */
export const VALVE_IDS = [
  ...CORNERS,
  'exhaust',
  'reservoir',
  'crossFront',
  'crossRear',
] as const satisfies readonly string[]
/** A valve of a vehicle. */
export type ValveId = (typeof VALVE_IDS)[number]

/** Where a pump draws from and pushes to. */
export const PUMP_WAYS = ['in', 'toReservoir', 'fromReservoir'] as const
/** Where a pump draws from and pushes to: from outside, or out of and into the reservoir. */
export type PumpWay = (typeof PUMP_WAYS)[number]
