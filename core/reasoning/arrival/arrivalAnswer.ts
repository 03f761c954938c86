/** What is seen and heard of a car before anything is measured; null: nobody has looked yet. */
export interface Arrival {
  /** Where the body rests on its bump stops. */
  readonly onStops: 'none' | 'corner' | 'axle' | 'all' | null
  /** Whether it comes up when asked to. */
  readonly rises: 'yes' | 'slowly' | 'no' | null
  /** Air can be heard getting out. */
  readonly audible: boolean | null
  /** A tyre touches body or line when it sits like that. */
  readonly tyreTouches: boolean | null
  /** The pump runs on and will not stop. */
  readonly pumpRunsOn: boolean | null
  /** A message limits the speed. */
  readonly speedLimited: boolean | null
  /** How fast it sinks now against before. */
  readonly sinks: 'faster' | 'same' | 'slower' | null
}

/** Nobody has looked yet. */
export const UNSEEN: Arrival = {
  onStops: null,
  rises: null,
  audible: null,
  tyreTouches: null,
  pumpRunsOn: null,
  speedLimited: null,
  sinks: null,
}

/** Why the answer is what it is. */
export type ArrivalReason =
  | 'tyreTouches'
  | 'pumpRunsOn'
  | 'flatAndStaysDown'
  | 'standsOnStops'
  | 'risesSlowly'
  | 'audible'
  | 'speedLimited'
  | 'sinksFaster'
  | 'risesAndHolds'

/** The first answer an owner needs, and whether a night is worth waiting for. */
export interface ArrivalAnswer {
  readonly drive: 'tow' | 'slowly' | 'on' | 'unknown'
  readonly reasons: readonly ArrivalReason[]
  /** An audible leak, or a car that cannot rise, is found with soap by day: no night is needed. */
  readonly night: 'notNeeded' | 'worthIt' | 'unknown'
}

/** Whether the body was seen to rest on a bump stop anywhere. */
export const onStops = (arrival: Pick<Arrival, 'onStops'> | null): boolean =>
  arrival !== null && arrival.onStops !== null && arrival.onStops !== 'none'

const TOW: readonly (readonly [(arrival: Arrival) => boolean, ArrivalReason])[] = [
  [({ tyreTouches }) => tyreTouches === true, 'tyreTouches'],
  [(arrival) => onStops(arrival) && arrival.rises === 'no', 'flatAndStaysDown'],
  [({ pumpRunsOn }) => pumpRunsOn === true, 'pumpRunsOn'],
]
const SLOWLY: typeof TOW = [
  [(arrival) => onStops(arrival) && arrival.rises !== 'no', 'standsOnStops'],
  [({ rises }) => rises === 'slowly', 'risesSlowly'],
  [({ audible }) => audible === true, 'audible'],
  [({ speedLimited }) => speedLimited === true, 'speedLimited'],
  [({ sinks }) => sinks === 'faster', 'sinksFaster'],
]

/**
 * Drive on, drive slowly to the shop, or tow: what rubs, stays flat or cannot be switched off is
 * towed; what still rises but
 * stands low, is heard or has grown worse comes slowly. The maker's own limit always goes before
 * this.
 */
export function arrivalAnswer(arrival: Arrival): ArrivalAnswer {
  const applying = (rules: typeof TOW): ArrivalReason[] =>
    rules.flatMap(([holds, reason]) => (holds(arrival) ? [reason] : []))
  const night =
    arrival.audible === true || arrival.rises === 'no'
      ? 'notNeeded'
      : arrival.audible === null && arrival.rises === null
        ? 'unknown'
        : 'worthIt'
  const [tow, slowly] = [applying(TOW), applying(SLOWLY)]
  if (tow.length > 0) return { drive: 'tow', reasons: tow, night }
  if (slowly.length > 0) return { drive: 'slowly', reasons: slowly, night }
  return arrival.rises === 'yes'
    ? { drive: 'on', reasons: ['risesAndHolds'], night }
    : { drive: 'unknown', reasons: [], night }
}
