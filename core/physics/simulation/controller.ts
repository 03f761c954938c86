import { P_ATM_BAR } from '../../base/units/index.ts'
import type { Axle, Corner, PerCorner, ValveId } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, CORNERS } from '../../base/vehicle/index.ts'
import type { Actuation, Machine } from './machine.ts'
import type { Command } from './network.ts'
import { REST } from './network.ts'
import type { ModuleMode, SimState } from './state.ts'
import { GALLERY, RESERVOIR } from './state.ts'

/**
 * What the module knows: each corner over its level by its sensors, mm (null: no plausible
 * signal), and the pressures of the block.
 */
export interface Seen {
  readonly offMm: PerCorner<number | null>
  readonly pressureBarA: ArrayLike<number>
}

/** What it makes of that. */
export interface Decision {
  readonly mode: ModuleMode
  readonly command: Command
}

/** It stops within this share of its dead band. */
const STOP_SHARE = 1 / 3

const springOf = (seen: Seen, corner: Corner): number => seen.pressureBarA[CORNERS.indexOf(corner)]!

function raise(machine: Machine, state: SimState, seen: Seen, threshold: number): Decision | null {
  const { rules, architecture } = machine
  const order: readonly Axle[] = rules.raiseFirst === 'rear' ? ['rear', 'front'] : ['front', 'rear']
  for (const axle of order) {
    const low = AXLE_CORNERS[axle].filter(
      (corner) => seen.offMm[corner] !== null && seen.offMm[corner] < -threshold,
    )
    if (low.length === 0 || architecture.air[axle] === 'none') continue
    const highest = Math.max(...low.map((corner) => springOf(seen, corner)))
    const need = Math.max(...low.map((corner) => -(seen.offMm[corner] ?? 0)))
    const tank =
      machine.reservoirL > 0 &&
      seen.pressureBarA[RESERVOIR]! - highest > rules.marginBar &&
      (need > rules.reservoirFromMm || state.mode === 'raising')
    const closedPump =
      architecture.layout === 'closed' ? ('fromReservoir' as const) : ('in' as const)
    // A valve opened onto a gallery that is still lower would let its spring down first.
    const valves: ValveId[] = seen.pressureBarA[GALLERY]! >= highest ? [...low] : []
    return {
      mode: 'raising',
      command: tank
        ? { open: new Set([...valves, 'reservoir']), pump: null }
        : { open: new Set(valves), pump: closedPump },
    }
  }
  return null
}

// One corner at a time: two open at once could feed each other through the gallery.
function letDown(
  machine: Machine,
  seen: Seen,
  high: readonly Corner[],
  mode: ModuleMode,
): Decision {
  const corner = high.reduce((a, b) => ((seen.offMm[b] ?? 0) > (seen.offMm[a] ?? 0) ? b : a))
  const valves: ValveId[] = seen.pressureBarA[GALLERY]! < springOf(seen, corner) ? [corner] : []
  return {
    mode,
    command:
      machine.architecture.layout === 'closed'
        ? { open: new Set(valves), pump: 'toReservoir' }
        : { open: new Set([...valves, 'exhaust']), pump: null },
  }
}

function lower(machine: Machine, seen: Seen, threshold: number): Decision | null {
  const order: readonly Axle[] =
    machine.rules.raiseFirst === 'rear' ? ['front', 'rear'] : ['rear', 'front']
  for (const axle of order) {
    const high = AXLE_CORNERS[axle].filter(
      (corner) => seen.offMm[corner] !== null && seen.offMm[corner] > threshold,
    )
    if (high.length > 0 && machine.architecture.air[axle] !== 'none')
      return letDown(machine, seen, high, 'lowering')
  }
  return null
}

/** What the module does while the vehicle is awake. */
export function level(machine: Machine, state: SimState, seen: Seen): Decision {
  const { deadBandMm, reservoirTargetBarG } = machine.rules
  const threshold = (mode: ModuleMode): number =>
    state.mode === mode ? deadBandMm * STOP_SHARE : deadBandMm
  const raised = raise(machine, state, seen, threshold('raising'))
  if (raised) return raised
  const lowered = lower(machine, seen, threshold('lowering'))
  if (lowered) return lowered
  const tank = seen.pressureBarA[RESERVOIR]! - P_ATM_BAR
  if (
    machine.reservoirL > 0 &&
    machine.architecture.layout === 'open' &&
    state.ignition &&
    tank < reservoirTargetBarG - (state.mode === 'refilling' ? 0 : 1)
  ) {
    return {
      mode: 'refilling',
      command: {
        open: new Set<ValveId>(
          seen.pressureBarA[GALLERY]! >= seen.pressureBarA[RESERVOIR]! ? ['reservoir'] : [],
        ),
        pump: 'in',
      },
    }
  }
  return { mode: 'awake', command: REST }
}

/**
 * What a parked module does at one of its checks: lets the high corners down to the low one, pumps
 * up, or nothing. It never adds air by settling.
 */
export function settle(machine: Machine, state: SimState, seen: Seen): Decision {
  const { policy } = machine.architecture.parked
  const asleep: Decision = { mode: 'asleep', command: REST }
  if (policy === 'none') return asleep
  if (policy === 'refill') {
    const raised = raise(
      machine,
      { ...state, mode: 'raising' },
      seen,
      machine.rules.deadBandMm * STOP_SHARE,
    )
    return raised ? { ...raised, mode: 'settling' } : asleep
  }
  const stop = machine.rules.deadBandMm * STOP_SHARE
  const groups: readonly (readonly Corner[])[] =
    policy === 'settleVehicle' ? [CORNERS] : [AXLE_CORNERS.front, AXLE_CORNERS.rear]
  for (const group of groups) {
    const known = group.filter(
      (corner) => seen.offMm[corner] !== null && springOf(seen, corner) > P_ATM_BAR,
    )
    const lowest = Math.min(
      ...group.map((corner) => seen.offMm[corner] ?? Number.POSITIVE_INFINITY),
    )
    const high = known.filter((corner) => seen.offMm[corner]! - lowest > stop)
    if (high.length > 0) return letDown(machine, seen, high, 'settling')
  }
  return asleep
}

/** What an actuator command does now: its valve is opened only where air would go the right way. */
export function actuate(machine: Machine, what: Actuation, seen: Seen): Decision {
  const mode = 'actuated'
  const closed = machine.architecture.layout === 'closed'
  if (what.kind === 'pump')
    return { mode, command: { open: new Set(), pump: closed ? 'fromReservoir' : 'in' } }
  if (what.kind === 'bleed')
    return {
      mode,
      command: {
        open: new Set<ValveId>(machine.reservoirL > 0 ? ['exhaust', 'reservoir'] : ['exhaust']),
        pump: null,
      },
    }
  if (what.kind === 'vent') return letDown(machine, seen, [what.corner], mode)
  const valves: ValveId[] =
    seen.pressureBarA[GALLERY]! >= springOf(seen, what.corner) ? [what.corner] : []
  return { mode, command: { open: new Set(valves), pump: closed ? 'fromReservoir' : 'in' } }
}
