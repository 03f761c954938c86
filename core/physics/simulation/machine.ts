import type {
  Architecture,
  Axle,
  Corner,
  PerCorner,
  ValveId,
  VehicleGeometry,
} from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

/** The pump of a machine. */
export interface Pump {
  readonly freeFlowLPerMin: number
  readonly stallBarG: number
  /** Warming while it runs, K/s, and the time constant it cools with, s. */
  readonly heatKPerS: number
  readonly coolS: number
  /** Stopped at this temperature and allowed again at that, degC. */
  readonly cutoutC: number
  readonly resumeC: number
  /** Current against no pressure, rising in a straight line to stall, A. */
  readonly noLoadA: number
  readonly stallA: number
}

/** How the module levels. */
export interface LevelRules {
  /** Off its level by more than this it acts, mm; it stops within a third of it. */
  readonly deadBandMm: number
  /** Longer than this it does not try to raise, s. */
  readonly timeLimitS: number
  /** Axle it raises first; it lowers in the other order. */
  readonly raiseFirst: Axle
  /** Needed over the spring's pressure for the reservoir to raise it, bar. */
  readonly marginBar: number
  /** Smaller raises are left to the pump, mm. */
  readonly reservoirFromMm: number
  /** The reservoir is filled up to this while the engine runs, bar gauge. */
  readonly reservoirTargetBarG: number
}

/** A whole levelled vehicle: body, air and module. */
export interface Machine {
  readonly vehicle: VehicleGeometry
  readonly architecture: Pick<
    Architecture,
    'layout' | 'reservoir' | 'sensors' | 'parked' | 'doorInhibit' | 'levels' | 'air'
  >
  readonly galleryL: number
  /** 0 without a reservoir. */
  readonly reservoirL: number
  readonly pump: Pump
  readonly rules: LevelRules
  /** Voltage at the pump, V; below 12.5 it delivers in proportion. */
  readonly supplyV: number
  /**
   * Of the site, m: thin air fills a pump that draws from outside less. Springs are reckoned at
   * sea level.
   */
  readonly altitudeM: number
}

/** Figures of the stand-ins, of no maker. */
export const USUAL_PUMP: Pump = {
  freeFlowLPerMin: 38,
  stallBarG: 17,
  heatKPerS: 0.55,
  coolS: 420,
  cutoutC: 110,
  resumeC: 75,
  noLoadA: 9,
  stallA: 32,
}
/** The same for the module. */
export const USUAL_RULES: LevelRules = {
  deadBandMm: 6,
  timeLimitS: 120,
  raiseFirst: 'rear',
  marginBar: 1.5,
  reservoirFromMm: 15,
  reservoirTargetBarG: 14,
}

/** Height of a level over the design height, mm; an unknown one counts as the design height. */
export const levelOffsetMm = (machine: Machine, levelId: string): number =>
  machine.architecture.levels.find(({ id }) => id === levelId)?.offsetMm ?? 0

/**
 * A machine of the usual size: gallery, reservoir, pump and module of the stand-ins, of no maker.
 * @param change what is known better.
 */
export const usualMachine = (
  vehicle: VehicleGeometry,
  architecture: Machine['architecture'],
  change: Partial<Machine> = {},
): Machine => ({
  vehicle,
  architecture,
  galleryL: 0.15,
  reservoirL: architecture.reservoir ? 5 : 0,
  pump: USUAL_PUMP,
  rules: USUAL_RULES,
  supplyV: 12.5,
  altitudeM: 0,
  ...change,
})

/**
 * Sonic conductance of open passages, L/(s.bar): of the stand-ins, of no maker. The line of the
 * reservoir is throttled, so that a car rises out of a full one in its good time.
 */
export const OPEN = { corner: 0.3, exhaust: 0.3, reservoir: 0.08, cross: 0.2 } as const

/** What may be wrong with a machine. */
export type Fault =
  /** A spring, its line or its fitting leaks to the air. */
  | { readonly kind: 'springLeak'; readonly corner: Corner; readonly conductance: number }
  /** The reservoir or one of its fittings leaks to the air. */
  | { readonly kind: 'reservoirLeak'; readonly conductance: number }
  /** The reservoir holds only a share of its charge: what was lost before anybody looked. */
  | { readonly kind: 'lostCharge'; readonly share: number }
  /** A valve leaks at its seat while it is shut. */
  | { readonly kind: 'seatLeak'; readonly valve: ValveId; readonly conductance: number }
  | { readonly kind: 'stuckShut' | 'stuckOpen'; readonly valve: ValveId }
  /** Lines or plugs of two corners are crossed: commanding the one moves the other. */
  | { readonly kind: 'crossedLines' | 'crossedPlugs'; readonly corners: readonly [Corner, Corner] }
  /** The line passes only a share of what it should. */
  | { readonly kind: 'blockedLine'; readonly corner: Corner; readonly share: number }
  | { readonly kind: 'relayWelded' | 'relayDead' | 'supplyMissing' | 'codingMissing' }
  /** The pump delivers a share of its flow. */
  | { readonly kind: 'weakPump'; readonly share: number }
  /** It warms so many times as fast. */
  | { readonly kind: 'hotPump'; readonly factor: number }
  /** The dryer passes a share of what it should, full of dust. */
  | { readonly kind: 'dryer'; readonly share: number }
  /** It is full of water, which freezes: in frost next to nothing passes. */
  | { readonly kind: 'dryerWet' }
  | { readonly kind: 'sensorOffset'; readonly corner: Corner; readonly mm: number }
  | { readonly kind: 'sensorGain'; readonly corner: Corner; readonly factor: number }
  | { readonly kind: 'sensorOpen' | 'sensorShort' | 'sensorLoose'; readonly corner: Corner }
  /** Plugs of two sensors are crossed, or the supply both share is dead. */
  | {
      readonly kind: 'crossedSensors' | 'sensorSupplyDead'
      readonly corners: readonly [Corner, Corner]
    }
  /** All heights were taught wrong by so much. */
  | { readonly kind: 'wrongCalibration'; readonly mm: number }

/**
 * What an actuator command makes the machine do, whatever its level: fill or let down one corner,
 * pump against shut valves, or let gallery and reservoir down.
 */
export type Actuation =
  | { readonly kind: 'fill' | 'vent'; readonly corner: Corner }
  | { readonly kind: 'pump' }
  | { readonly kind: 'bleed' }

/** Something that happens to the vehicle from outside. */
export type Happening =
  | {
      readonly atS: number
      readonly do:
        | 'ignitionOn'
        | 'ignitionOff'
        | 'supplyOff'
        | 'supplyOn'
        | 'doorOpen'
        | 'doorShut'
        | 'liftingOn'
        | 'liftingOff'
        | 'clearCodes'
        | 'stop'
    }
  /** Done for so long, s, unless it is stopped before. */
  | {
      readonly atS: number
      readonly do: 'actuate'
      readonly what: Actuation
      readonly forS: number
    }
  /**
   * What the tape says each corner stands over its level, mm: the module takes its sensors to mean
   * that.
   */
  | { readonly atS: number; readonly do: 'calibrate'; readonly offMm: PerCorner<number> }
  | { readonly atS: number; readonly do: 'level'; readonly levelId: string }
  /** A lift holds the body so high; null: it lets go. */
  | { readonly atS: number; readonly do: 'hold'; readonly heldMm: number | null }
  | {
      readonly atS: number
      readonly do: 'load'
      readonly payloadN: Readonly<Partial<Record<Corner, number>>>
    }

/**
 * The level a car stands at: a raise that is stopped is given up, and the highest level it has
 * reached is kept.
 * @param travelMm of each corner from design height, mm, order FL FR RL RR
 */
export function levelStoodAt(
  machine: Machine,
  travelMm: ArrayLike<number>,
  wantedId: string,
): string {
  const room = machine.rules.deadBandMm
  const mean = CORNERS.reduce((sum, _, i) => sum + travelMm[i]!, 0) / CORNERS.length
  if (Math.abs(mean - levelOffsetMm(machine, wantedId)) <= room) return wantedId
  const levels = [...machine.architecture.levels].sort((a, b) => b.offsetMm - a.offsetMm)
  return levels.find(({ offsetMm }) => offsetMm <= mean + room)?.id ?? wantedId
}
