import type { EquilibriumRefusal } from '../pneumatics/index.ts'
import { airAtOffset, buildRig } from '../pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok } from '../../base/result/index.ts'
import { kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import type { Actuation, Machine } from './machine.ts'
import { levelOffsetMm } from './machine.ts'

/** Why a module does what it does. */
export const MODULE_MODES = [
  'asleep',
  'awake',
  'raising',
  'lowering',
  'settling',
  'refilling',
  'lockedOut',
  'inhibited',
  'faulted',
  'actuated',
] as const
export type ModuleMode = (typeof MODULE_MODES)[number]

/** A fault code as the module stores it. */
export const MODULE_CODES = [
  'heightMissed',
  'pumpHot',
  'sensorImplausible',
  'sidesImplausible',
  'pressureNotBuilding',
  'relayStuck',
  'supplyMissing',
  'codingMissing',
] as const
export type Code = (typeof MODULE_CODES)[number]

/**
 * What the module saw when it stored a code: heights over the level by its sensors, mm (null: no
 * plausible signal).
 */
export interface FreezeFrame {
  readonly timeS: number
  readonly mode: ModuleMode
  readonly offMm: PerCorner<number | null>
  readonly galleryBarG: number
  readonly pumpC: number
}

/** Everything that changes in a machine: plain data, to be kept and gone on from. */
export interface SimState {
  timeS: number
  /**
   * Air in FL, FR, RL, RR, gallery and reservoir, bar-litre; then what was vented and drawn in
   * since the start, and what of the vented left through the dryer.
   */
  air: number[]
  pumpC: number
  mode: ModuleMode
  levelId: string
  ignition: boolean
  supply: boolean
  doorOpen: boolean
  lifting: boolean
  payloadN: Partial<Record<Corner, number>>
  /** Height a lift holds the body at, over the design height, mm; null: it stands on its wheels. */
  heldMm: number | null
  /** When it fell asleep, s; null while awake. */
  asleepSinceS: number | null
  checksDone: number
  movingSinceS: number | null
  codes: Code[]
  /** Codes whose reason was seen since the ignition was last switched on. */
  present: Code[]
  frames: Partial<Record<Code, FreezeFrame>>
  /** Added to what each sensor says, mm: what calibration taught. */
  trimMm: PerCorner<number>
  actuation: { readonly what: Actuation; readonly untilS: number } | null
  /** Water in the dryer, g. */
  moistureG: number
  /** Travel of FL, FR, RL, RR as a display shows it, smoothed, mm; null before the first moment. */
  shownMm: number[] | null
}

/** Places in `SimState.air`. */
export const GALLERY = 4
export const RESERVOIR = 5
export const VENTED = 6
export const DRAWN = 7
export const DRIED = 8

/** A machine that stands levelled, asleep, its air as warm as the day. */
export function levelledState(
  machine: Machine,
  levelId: string,
  temperatureC: number,
): Result<SimState, EquilibriumRefusal> {
  const springs = airAtOffset(
    buildRig(machine.vehicle),
    kelvin(temperatureC),
    levelOffsetMm(machine, levelId),
  )
  if (!springs.ok) return springs
  const warmth = T_REF_K / kelvin(temperatureC)
  return ok({
    timeS: 0,
    air: [
      ...springs.value,
      P_ATM_BAR * machine.galleryL * warmth,
      (machine.rules.reservoirTargetBarG + P_ATM_BAR) * machine.reservoirL * warmth,
      0,
      0,
      0,
    ],
    pumpC: temperatureC,
    mode: 'asleep',
    levelId,
    ignition: false,
    supply: true,
    doorOpen: false,
    lifting: false,
    payloadN: {},
    heldMm: null,
    asleepSinceS: 0,
    checksDone: 0,
    movingSinceS: null,
    codes: [],
    present: [],
    frames: {},
    trimMm: perCorner(() => 0),
    actuation: null,
    moistureG: 0,
    shownMm: null,
  })
}

/**
 * A machine whose reservoir has lost part of its charge: what is over the air around it, against
 * a full one.
 * @param share what is left of the charge, 0 to 1; a reservoir that holds less keeps what it has.
 */
export function chargeLost(
  machine: Machine,
  state: SimState,
  share: number,
  temperatureC: number,
): SimState {
  const barA = machine.rules.reservoirTargetBarG * share + P_ATM_BAR
  const left = (barA * machine.reservoirL * T_REF_K) / kelvin(temperatureC)
  return {
    ...state,
    air: state.air.map((amount, i) => (i === RESERVOIR ? Math.min(amount, left) : amount)),
  }
}

/** A state of its own: what a run changes in it is not seen in the one it began with. */
export const copyOf = (state: SimState): SimState => ({
  ...state,
  air: [...state.air],
  codes: [...state.codes],
  present: [...state.present],
  frames: { ...state.frames },
  payloadN: { ...state.payloadN },
  shownMm: state.shownMm && [...state.shownMm],
})
