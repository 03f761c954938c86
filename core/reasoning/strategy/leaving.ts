import type { Arrival } from '../arrival/index.ts'
import { arrivalAnswer } from '../arrival/index.ts'
import { singleFaults } from '../diagnosis/index.ts'

/** Why a fault is not left for now. */
export type MendNow = 'unsafe' | 'torn' | 'heard' | 'large'

/** Causes that can let go at once. */
const TORN = new Set(['springTorn', 'buckled'])
/** From here on a leak is heard across the bay, bar-litre per hour. */
const OPEN_BAR_L_PER_H = 8

/**
 * Why a fault may not be left for now: the car is not safe to drive as it came in, the spring is
 * torn, or the leak is an open one. null: it may, if its owner wants so.
 */
export function mendNow({
  arrival,
  cause,
  leakBarLPerH,
}: {
  /** null: nobody looked how it came in. */
  readonly arrival: Arrival | null
  /** The finding; null: none yet. */
  readonly cause: string | null
  /** As its nights measured it, bar-litre per hour; null: not measured. */
  readonly leakBarLPerH: number | null
}): MendNow | null {
  if (arrival && arrivalAnswer(arrival).drive === 'tow') return 'unsafe'
  if (cause && singleFaults(cause).some(({ base }) => TORN.has(base))) return 'torn'
  if (arrival?.audible) return 'heard'
  return leakBarLPerH !== null && leakBarLPerH >= OPEN_BAR_L_PER_H ? 'large' : null
}
