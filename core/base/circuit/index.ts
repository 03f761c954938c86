// How the air of a vehicle is piped: what its drawing shows and what its simulation reckons with.
import type { Architecture, Corner, PumpWay, ValveId } from '../vehicle/index.ts'
import { AXLE_CORNERS, AXLES, CORNERS, hasAirAtCorner } from '../vehicle/index.ts'

/** Where air stands: in a spring, in the gallery, in the reservoir, or outside. */
export type AirPlace = Corner | 'gallery' | 'reservoir' | 'outside'

/** Two places that air can pass between. */
export interface AirEnds {
  readonly from: AirPlace
  readonly to: AirPlace
}

/** The two places each valve joins. */
export const VALVE_ENDS: Readonly<Record<ValveId, AirEnds>> = {
  FL: { from: 'FL', to: 'gallery' },
  FR: { from: 'FR', to: 'gallery' },
  RL: { from: 'RL', to: 'gallery' },
  RR: { from: 'RR', to: 'gallery' },
  exhaust: { from: 'gallery', to: 'outside' },
  reservoir: { from: 'reservoir', to: 'gallery' },
  crossFront: { from: 'FL', to: 'FR' },
  crossRear: { from: 'RL', to: 'RR' },
}

/** The two places each way of the pump joins, in the direction it pushes. */
export const PUMP_ENDS: Readonly<Record<PumpWay, AirEnds>> = {
  in: { from: 'outside', to: 'gallery' },
  fromReservoir: { from: 'reservoir', to: 'gallery' },
  toReservoir: { from: 'gallery', to: 'reservoir' },
}

/** What of an architecture says how air is piped. */
export type Piping = Pick<Architecture, 'air' | 'layout' | 'reservoir' | 'crossValve'>

/** The valves a vehicle of this layout has, springs first. */
export const valvesOf = (piping: Piping): readonly ValveId[] => [
  ...CORNERS.filter((corner) => hasAirAtCorner(piping, corner)),
  'exhaust',
  ...(piping.reservoir ? ['reservoir' as const] : []),
  ...AXLES.filter(
    (axle) =>
      piping.crossValve[axle] &&
      AXLE_CORNERS[axle].every((corner) => hasAirAtCorner(piping, corner)),
  ).map((axle) => (axle === 'front' ? ('crossFront' as const) : ('crossRear' as const))),
]

/** The ways a pump of this layout can push. */
export const pumpWaysOf = ({ layout, reservoir }: Piping): readonly PumpWay[] =>
  layout === 'open' ? ['in'] : reservoir ? ['fromReservoir', 'toReservoir'] : []

/** What is open at a moment, as a module tells it or as a simulated one has it. */
export interface CircuitState {
  readonly open: readonly ValveId[]
  readonly pumpOn: boolean
  /** Which way the pump pushes; null: not told. */
  readonly pumpWay: PumpWay | null
  /** What the module is about; null: not told. */
  readonly moves: 'up' | 'down' | null
  /** Pressures that are known, in one unit whatever it is; what is left out is not known. */
  readonly pressure: Readonly<Partial<Record<AirPlace, number>>>
}

/** Everything shut, nothing running, no pressure known. */
export const AT_REST: CircuitState = {
  open: [],
  pumpOn: false,
  pumpWay: null,
  moves: null,
  pressure: {},
}

/** A passage that is open, and which way air goes through it as far as that is known. */
export interface OpenPassage extends AirEnds {
  readonly by: ValveId | 'pump'
  /** `forth`: from `from` to `to`; `back`: the other way; null: not known. */
  readonly way: 'forth' | 'back' | null
}

// Air goes from the higher pressure to the lower; where one of the two is not known, what the
// module is about tells.
function wayThrough(valve: ValveId, state: CircuitState): OpenPassage['way'] {
  const { from, to } = VALVE_ENDS[valve]
  if (to === 'outside') return 'forth'
  const [a, b] = [state.pressure[from], state.pressure[to]]
  if (a !== undefined && b !== undefined) return a > b ? 'forth' : a < b ? 'back' : null
  if (valve === 'crossFront' || valve === 'crossRear') return null
  const vents = state.open.includes('exhaust')
  if (valve === 'reservoir')
    return vents || (state.moves === 'up' && !state.pumpOn) ? 'forth' : null
  if (state.moves === 'up') return 'back'
  if (state.moves === 'down' || vents || state.pumpWay === 'toReservoir') return 'forth'
  return state.pumpOn || state.open.includes('reservoir') ? 'back' : null
}

/** The way a running pump pushes: as told, else as the layout leaves no other, else as it moves; null: not known. */
export function pumpWayOf(piping: Piping, state: CircuitState): PumpWay | null {
  const ways = pumpWaysOf(piping)
  if (state.pumpWay !== null) return ways.includes(state.pumpWay) ? state.pumpWay : null
  if (ways.length === 1) return ways[0]!
  if (ways.length === 0 || state.moves === null) return null
  return state.moves === 'up' ? 'fromReservoir' : 'toReservoir'
}

/**
 * The passages that are open on a vehicle of this layout. A valve it does not have is not among
 * them.
 */
export function openPassages(piping: Piping, state: CircuitState): readonly OpenPassage[] {
  const pumpWay = state.pumpOn ? pumpWayOf(piping, state) : null
  return [
    ...valvesOf(piping)
      .filter((valve) => state.open.includes(valve))
      .map((valve) => ({
        by: valve,
        ...VALVE_ENDS[valve],
        way: wayThrough(valve, { ...state, pumpWay }),
      })),
    ...(pumpWay === null
      ? []
      : [{ by: 'pump' as const, ...PUMP_ENDS[pumpWay], way: 'forth' as const }]),
  ]
}
