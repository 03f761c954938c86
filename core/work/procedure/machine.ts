import type { Axle, Corner } from '../../base/vehicle/index.ts'
import { AXLE_OF, CORNERS } from '../../base/vehicle/index.ts'

/** What is true of one corner, and what has been shown of it. */
export interface CornerState {
  /** Pressure in the spring; `some` is what stays behind after venting, or seeps in. */
  readonly air: 'carrying' | 'some' | 'none'
  /** Shown to be empty since the supply was cut. */
  readonly proved: boolean
  readonly line: 'closed' | 'eased' | 'open'
  /**
   * `unseated`: refitted, or stood on while empty, so that its folds may lie wrong. `coil`: no air
   * is wanted here any more.
   */
  readonly spring: 'seated' | 'unseated' | 'out' | 'coil'
  /** Its folds were looked at extended since then. */
  readonly seen: boolean
}

/**
 * What holds the arm, axle or knuckle under one corner. `made`: its joints are made and it is on
 * its own. `held`: a stand, a jack with a block, a strap or a compressor holds it too. `open`: its
 * joints are apart, and only that holds it.
 */
export type ArmState = 'made' | 'held' | 'open'
/** What the axle under work stands on; `jack`: it can be let down, and nobody goes under it. */
export type AxleOn = 'itself' | 'stands' | 'jack'

/** What is true of a vehicle in work. */
export interface CarState {
  readonly supply: boolean
  /** Lifting mode: the module is awake and leaves the valves alone. */
  readonly lifting: boolean
  /** `standing`: held at standing height, the tyres just touching. */
  readonly body: 'ground' | 'standing' | 'hanging'
  readonly bodyHeld: boolean
  readonly under: boolean
  /** Reservoir, or the gallery of a car without one. */
  readonly plantAir: boolean
  readonly plantProved: boolean
  readonly pumpOpen: boolean
  readonly tankOpen: boolean
  readonly blockOpen: boolean
  readonly codesClear: boolean
  readonly corners: Readonly<Partial<Record<Corner, CornerState>>>
  /** Live axles, which hang on their springs and dampers. */
  readonly axles: Readonly<Partial<Record<Axle, AxleOn>>>
  /** Every corner has an arm, with air above it or without. */
  readonly arms: Readonly<Partial<Record<Corner, ArmState>>>
}

/** What never changes while a vehicle is worked on. */
export interface CarKind {
  /** A reservoir pushes air past a seat that leaks. */
  readonly reservoir: boolean
  /** Live axles where the work is: each needs stands of its own. */
  readonly axles: readonly Axle[]
}

/** What a person does to the whole car. */
export const CAR_ACTS = [
  'cutSupply',
  'supplyBack',
  'liftingOn',
  'liftingOff',
  'raise',
  'holdBody',
  'goUnder',
  'comeOut',
  'toStanding',
  'toGround',
  'ventPlant',
  'provePlant',
  'fillPlant',
  'openPump',
  'closePump',
  'openTank',
  'closeTank',
  'openBlock',
  'closeBlock',
  'clearCodes',
  'handOver',
] as const
export type CarAct = (typeof CAR_ACTS)[number]
/** What a person does at one live axle. */
export const AXLE_ACTS = ['holdAxle', 'jackAxle'] as const
export type AxleAct = (typeof AXLE_ACTS)[number]
/** What a person does at one corner. */
export const CORNER_ACTS = [
  'vent',
  'ease',
  'prove',
  'openLine',
  'closeLine',
  'takeOut',
  'putIn',
  'putCoil',
  'seeFolds',
  'fill',
  'holdArm',
  'partJoint',
  'makeJoint',
  'freeArm',
] as const
export type CornerAct = (typeof CORNER_ACTS)[number]
export interface Act {
  readonly act: CarAct | AxleAct | CornerAct
  readonly axle?: Axle
  readonly corner?: Corner
}

/** The moments that break parts and people: each is held by one gate. */
export const GATES = [
  'lower',
  'openLine',
  'ease',
  'proof',
  'openPlant',
  'under',
  'joint',
  'hang',
  'keyOn',
  'fill',
  'handover',
] as const
export type GateId = (typeof GATES)[number]
/** What a gate asks for. */
export const CONDITIONS = [
  'supplyOff',
  'supplyOffOrLifting',
  'supplyOffUnlessGround',
  'liftingUnlessGround',
  'held',
  'armHeld',
  'jointsMade',
  'armsFree',
  'nobodyUnder',
  'cornerProved',
  'nothingSeepsIn',
  'allProved',
  'plantProved',
  'linesClosed',
  'plantClosed',
  'springsIn',
  'springsCarry',
  'foldsSeen',
  'codesClear',
  'liftingOff',
  'supplyOn',
  'onGround',
] as const
export type Condition = (typeof CONDITIONS)[number]

/** Which gates an act must pass, and what each asks for. */
export const GATES_OF: Readonly<
  Partial<
    Record<Act['act'], readonly { readonly gate: GateId; readonly asks: readonly Condition[] }[]>
  >
> = {
  raise: [{ gate: 'hang', asks: ['supplyOffOrLifting'] }],
  liftingOff: [{ gate: 'hang', asks: ['supplyOffUnlessGround'] }],
  supplyBack: [
    { gate: 'hang', asks: ['liftingUnlessGround'] },
    { gate: 'keyOn', asks: ['linesClosed', 'plantClosed', 'springsIn'] },
  ],
  goUnder: [{ gate: 'under', asks: ['held'] }],
  jackAxle: [{ gate: 'lower', asks: ['nobodyUnder'] }],
  partJoint: [{ gate: 'joint', asks: ['armHeld'] }],
  freeArm: [{ gate: 'joint', asks: ['jointsMade'] }],
  ease: [{ gate: 'ease', asks: ['supplyOff'] }],
  prove: [{ gate: 'proof', asks: ['supplyOff', 'nothingSeepsIn'] }],
  provePlant: [{ gate: 'proof', asks: ['supplyOff'] }],
  openLine: [{ gate: 'openLine', asks: ['supplyOff', 'cornerProved', 'nothingSeepsIn'] }],
  openPump: [{ gate: 'openPlant', asks: ['supplyOff', 'plantProved'] }],
  openTank: [{ gate: 'openPlant', asks: ['supplyOff', 'plantProved'] }],
  openBlock: [{ gate: 'openPlant', asks: ['supplyOff', 'plantProved', 'allProved'] }],
  fill: [{ gate: 'fill', asks: ['linesClosed', 'plantClosed', 'foldsSeen', 'codesClear'] }],
  fillPlant: [{ gate: 'fill', asks: ['linesClosed', 'plantClosed'] }],
  toStanding: [
    { gate: 'lower', asks: ['linesClosed', 'springsIn', 'nobodyUnder'] },
    { gate: 'joint', asks: ['jointsMade', 'armsFree'] },
  ],
  toGround: [
    { gate: 'lower', asks: ['linesClosed', 'springsCarry', 'nobodyUnder'] },
    { gate: 'joint', asks: ['jointsMade', 'armsFree'] },
  ],
  handOver: [
    {
      gate: 'handover',
      asks: ['onGround', 'linesClosed', 'plantClosed', 'springsCarry', 'liftingOff', 'supplyOn'],
    },
  ],
}

const every = ({ corners }: CarState, test: (state: CornerState) => boolean): boolean =>
  CORNERS.every((corner) => {
    const at = corners[corner]
    return at === undefined || test(at)
  })

const everyArm = ({ arms }: CarState, test: (arm: ArmState) => boolean): boolean =>
  CORNERS.every((corner) => {
    const arm = arms[corner]
    return arm === undefined || test(arm)
  })

/** Whether a corner's spring takes the car's weight: a coil, or a seated spring with air in it. */
export const springCarries = ({ air, spring }: Pick<CornerState, 'air' | 'spring'>): boolean =>
  spring === 'coil' || (spring === 'seated' && air !== 'none')

/** Whether a corner is on a live axle: it is held as a whole, never wheel by wheel. */
export const onLiveAxle = (kind: CarKind, corner: Corner): boolean =>
  kind.axles.includes(AXLE_OF[corner])

/** Whether something holds what the joints of a corner carry, once they are apart. */
export function armIsHeld(
  { arms, axles }: Pick<CarState, 'arms' | 'axles'>,
  kind: CarKind,
  corner: Corner | undefined,
): boolean {
  if (corner === undefined) return false
  return onLiveAxle(kind, corner)
    ? (axles[AXLE_OF[corner]] ?? 'itself') !== 'itself'
    : (arms[corner] ?? 'made') !== 'made'
}

/**
 * Whether a condition holds as far as it has been shown: a proof counts, not a truth nobody looked
 * at.
 * @param corner where it is asked for one
 */
export function holds(
  condition: Condition,
  state: CarState,
  kind: CarKind,
  corner?: Corner,
): boolean {
  const at = corner ? state.corners[corner] : undefined
  switch (condition) {
    case 'supplyOff':
      return !state.supply
    case 'supplyOn':
      return state.supply
    case 'supplyOffOrLifting':
      return !state.supply || state.lifting
    case 'supplyOffUnlessGround':
      return state.body !== 'hanging' || !state.supply
    case 'liftingUnlessGround':
      return state.body !== 'hanging' || state.lifting
    case 'held':
      return state.bodyHeld && kind.axles.every((axle) => state.axles[axle] === 'stands')
    case 'armHeld':
      return armIsHeld(state, kind, corner)
    case 'jointsMade':
      return corner === undefined
        ? everyArm(state, (arm) => arm !== 'open')
        : state.arms[corner] !== 'open'
    // The axle's own stands go as the car comes down; what is propped at one corner is in the way.
    case 'armsFree':
      return (
        everyArm(state, (arm) => arm === 'made') && !Object.values(state.axles).includes('jack')
      )
    case 'nobodyUnder':
      return !state.under
    case 'cornerProved':
      return at?.proved ?? true
    // Behind a proof air can seep in from a charged reservoir, unless the fitting lies eased.
    case 'nothingSeepsIn':
      return at?.line === 'eased' || !kind.reservoir || state.plantProved
    case 'allProved':
      return every(
        state,
        ({ proved, spring, line }) =>
          proved || spring === 'out' || spring === 'coil' || line === 'open',
      )
    case 'plantProved':
      return state.plantProved
    case 'linesClosed':
      return every(state, ({ line }) => line === 'closed')
    case 'plantClosed':
      return !state.pumpOpen && !state.tankOpen && !state.blockOpen
    case 'springsIn':
      return every(state, ({ spring }) => spring !== 'out')
    case 'springsCarry':
      return every(state, springCarries)
    case 'foldsSeen':
      return every(state, ({ spring, seen }) => spring !== 'unseated' || seen)
    case 'codesClear':
      return state.codesClear
    case 'liftingOff':
      return !state.lifting
    case 'onGround':
      return state.body === 'ground'
  }
}

/** A gate that is shut, and what it waits for. */
export interface Shut {
  readonly gate: GateId
  readonly missing: readonly Condition[]
}

/**
 * @param removed gates taken away, to see what each of them holds.
 * @returns null where the act may be done
 */
export function shutGate(
  { act, corner }: Act,
  state: CarState,
  kind: CarKind,
  removed?: GateId,
): Shut | null {
  for (const { gate, asks } of GATES_OF[act] ?? []) {
    if (gate === removed) continue
    const missing = asks.filter((condition) => !holds(condition, state, kind, corner))
    if (missing.length > 0) return { gate, missing }
  }
  return null
}
