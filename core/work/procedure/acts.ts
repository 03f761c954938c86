import type { Axle, Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { Act, ArmState, AxleOn, CarKind, CarState, CornerState } from './machine.ts'
import { armIsHeld, holds, onLiveAxle, springCarries } from './machine.ts'

/** What must never come about. */
export type Harm =
  | 'weightOnEmptySpring'
  | 'openedUnderPressure'
  | 'underUnheldCar'
  | 'droppedUnheld'
  | 'liveModuleWheelsHanging'
  | 'liveWhileOpen'
  | 'filledUnseenFolds'
  | 'handedOverUnfinished'

/** What an act, or what happens by itself, may lead to; and the harm it did. */
export interface Outcome {
  readonly states: readonly CarState[]
  readonly harm: Harm | null
}

const NOTHING: Outcome = { states: [], harm: null }
const to = (...states: readonly CarState[]): Outcome => ({ states, harm: null })
const some = ({ corners }: CarState, test: (at: CornerState) => boolean): boolean =>
  CORNERS.some((corner) => {
    const at = corners[corner]
    return at !== undefined && test(at)
  })
const withCorner = (state: CarState, corner: Corner, change: Partial<CornerState>): CarState => ({
  ...state,
  corners: { ...state.corners, [corner]: { ...state.corners[corner]!, ...change } },
})
const eachCorner = (state: CarState, change: (at: CornerState) => CornerState): CarState => ({
  ...state,
  corners: Object.fromEntries(
    CORNERS.flatMap((corner) =>
      state.corners[corner] ? [[corner, change(state.corners[corner])]] : [],
    ),
  ),
})

const unproved = (state: CarState): CarState =>
  eachCorner({ ...state, plantProved: false }, (at) => ({ ...at, proved: false }))

/** A spring that loses its air under the car's weight is stood on empty. */
const emptied = ({ body }: CarState, { spring, seen }: CornerState): Partial<CornerState> =>
  body === 'ground' && spring === 'seated'
    ? { air: 'none', spring: 'unseated', seen: false }
    : { air: 'none', spring, seen }

const withArm = (state: CarState, corner: Corner, arm: ArmState): CarState => ({
  ...state,
  arms: { ...state.arms, [corner]: arm },
})

/** Stands go from under the axles as the car comes down. */
const onThemselves = ({ axles }: CarState): CarState['axles'] =>
  Object.fromEntries(Object.keys(axles).map((axle) => [axle, 'itself']))

/** What is done at a live axle. */
function atAxle(state: CarState, axle: Axle, act: Act['act']): Outcome {
  const on = state.axles[axle]
  if (on === undefined || state.body !== 'hanging') return NOTHING
  const put = (next: AxleOn): Outcome => to({ ...state, axles: { ...state.axles, [axle]: next } })
  switch (act) {
    case 'holdAxle':
      return on === 'stands' ? NOTHING : put('stands')
    case 'jackAxle':
      return on === 'stands' ? put('jack') : NOTHING
    default:
      return NOTHING
  }
}

const ARM_ACTS = ['holdArm', 'partJoint', 'makeJoint', 'freeArm'] as const
type ArmAct = (typeof ARM_ACTS)[number]
const isArmAct = (act: Act['act']): act is ArmAct => (ARM_ACTS as readonly string[]).includes(act)

/** What is held, parted and made again at the arm, knuckle or axle end of one corner. */
function atArm(state: CarState, corner: Corner, act: ArmAct, kind: CarKind): Outcome {
  const arm = state.arms[corner]
  if (arm === undefined) return NOTHING
  const hanging = state.body === 'hanging'
  switch (act) {
    // What is held already may be held anew.
    case 'holdArm':
      return !hanging || onLiveAxle(kind, corner)
        ? NOTHING
        : to(arm === 'made' ? withArm(state, corner, 'held') : state)
    // What carries weight drops when its joint parts and nothing else holds it.
    case 'partJoint':
      return !hanging || arm === 'open'
        ? NOTHING
        : armIsHeld(state, kind, corner)
          ? to(withArm(state, corner, 'open'))
          : { states: [], harm: 'droppedUnheld' }
    // On an axle with stands of its own nothing holds the corner besides.
    case 'makeJoint':
      return to(
        arm === 'open' ? withArm(state, corner, onLiveAxle(kind, corner) ? 'made' : 'held') : state,
      )
    case 'freeArm':
      return arm === 'open'
        ? { states: [], harm: 'droppedUnheld' }
        : to(withArm(state, corner, 'made'))
  }
}

function atCorner(state: CarState, corner: Corner, act: Act['act']): Outcome {
  const at = state.corners[corner]
  // Without air above it a corner has nothing that the gates speak of.
  if (!at) return act === 'takeOut' || act === 'putIn' ? to(state) : NOTHING
  const fitted = at.spring === 'seated' || at.spring === 'unseated'
  switch (act) {
    // Some may stay behind: that is why it has to be shown.
    case 'vent':
      return fitted && at.line === 'closed' && at.air === 'none'
        ? to(state)
        : fitted && at.line === 'closed'
          ? to(
              withCorner(state, corner, emptied(state, at)),
              ...(state.body === 'ground' ? [] : [withCorner(state, corner, { air: 'some' })]),
            )
          : NOTHING
    // What was shown with the line shut is not known of an eased one, nor the other way round.
    case 'ease':
      return fitted && at.line === 'closed'
        ? to(withCorner(state, corner, { line: 'eased', proved: false }))
        : NOTHING
    case 'prove':
      return at.air === 'none' && fitted ? to(withCorner(state, corner, { proved: true })) : NOTHING
    case 'openLine':
      return at.line === 'open'
        ? NOTHING
        : {
            states: [withCorner(state, corner, { line: 'open', air: 'none' })],
            harm: at.air === 'none' ? null : 'openedUnderPressure',
          }
    case 'closeLine':
      return at.line === 'closed' || at.spring === 'out'
        ? NOTHING
        : to(withCorner(state, corner, { line: 'closed', proved: false }))
    case 'takeOut':
      return fitted && at.line === 'open' && state.body === 'hanging'
        ? to(withCorner(state, corner, { spring: 'out' }))
        : NOTHING
    case 'putIn':
      return at.spring === 'out'
        ? to(
            withCorner(state, corner, {
              spring: 'unseated',
              air: 'none',
              proved: false,
              seen: false,
            }),
          )
        : NOTHING
    case 'putCoil':
      return at.spring === 'out'
        ? to(withCorner(state, corner, { spring: 'coil', air: 'none', proved: false }))
        : NOTHING
    case 'seeFolds':
      return fitted && state.body !== 'ground'
        ? to(withCorner(state, corner, { seen: true }))
        : NOTHING
    case 'fill':
      return fitted && at.air !== 'carrying' && at.line === 'closed'
        ? {
            states: [
              withCorner(state, corner, { air: 'carrying', spring: 'seated', proved: false }),
            ],
            harm: at.spring === 'unseated' && !at.seen ? 'filledUnseenFolds' : null,
          }
        : NOTHING
    default:
      return NOTHING
  }
}

function onCar(state: CarState, act: Act['act'], kind: CarKind): Outcome {
  const { body } = state
  switch (act) {
    case 'cutSupply':
      return state.supply ? to({ ...state, supply: false }) : NOTHING
    // Awake, the module may fill what was shown to be empty: no proof outlives it.
    case 'supplyBack':
      return state.supply ? NOTHING : to(unproved({ ...state, supply: true }))
    case 'liftingOn':
      return state.lifting || !state.supply ? NOTHING : to({ ...state, lifting: true })
    case 'liftingOff':
      return state.lifting ? to({ ...state, lifting: false }) : NOTHING
    case 'raise':
      return body === 'hanging' ? NOTHING : to({ ...state, body: 'hanging' })
    case 'holdBody':
      return body === 'hanging' && !state.bodyHeld ? to({ ...state, bodyHeld: true }) : NOTHING
    case 'goUnder':
      return body !== 'ground' && !state.under ? to({ ...state, under: true }) : NOTHING
    case 'comeOut':
      return state.under ? to({ ...state, under: false }) : NOTHING
    case 'toStanding':
      return body === 'hanging'
        ? to({ ...state, body: 'standing', bodyHeld: false, axles: onThemselves(state) })
        : NOTHING
    case 'toGround': {
      if (body === 'ground') return NOTHING
      const empty = some(
        state,
        ({ air, spring }) => spring === 'out' || (spring !== 'coil' && air === 'none'),
      )
      return {
        states: [{ ...state, body: 'ground', bodyHeld: false, axles: onThemselves(state) }],
        harm: empty ? 'weightOnEmptySpring' : null,
      }
    }
    case 'ventPlant':
      return state.plantAir ? to({ ...state, plantAir: false }, state) : to(state)
    case 'provePlant':
      return state.plantAir ? NOTHING : to({ ...state, plantProved: true })
    case 'fillPlant':
      return to(unproved({ ...state, plantAir: true }))
    case 'openPump':
      return state.pumpOpen
        ? NOTHING
        : {
            states: [{ ...state, pumpOpen: true }],
            harm: state.plantAir ? 'openedUnderPressure' : null,
          }
    case 'closePump':
      return state.pumpOpen ? to({ ...state, pumpOpen: false }) : NOTHING
    case 'openTank':
      return state.tankOpen || !kind.reservoir
        ? NOTHING
        : {
            states: [{ ...state, tankOpen: true }],
            harm: state.plantAir ? 'openedUnderPressure' : null,
          }
    case 'closeTank':
      return state.tankOpen ? to({ ...state, tankOpen: false }) : NOTHING
    case 'openBlock':
      return state.blockOpen
        ? NOTHING
        : {
            states: [{ ...state, blockOpen: true }],
            harm:
              state.plantAir || some(state, ({ air, line }) => line === 'closed' && air !== 'none')
                ? 'openedUnderPressure'
                : null,
          }
    case 'closeBlock':
      return state.blockOpen ? to({ ...state, blockOpen: false }) : NOTHING
    case 'clearCodes':
      return state.supply && !state.codesClear ? to({ ...state, codesClear: true }) : NOTHING
    case 'handOver': {
      const done =
        state.body === 'ground' &&
        state.supply &&
        !state.lifting &&
        !state.pumpOpen &&
        !state.tankOpen &&
        !state.blockOpen &&
        !some(state, (at) => at.line !== 'closed' || !springCarries(at))
      return { states: [], harm: done ? null : 'handedOverUnfinished' }
    }
    default:
      return NOTHING
  }
}

/** What an act leads to, whatever gates say. No state at all: it cannot be done as things are. */
export function doAct(state: CarState, { act, axle, corner }: Act, kind: CarKind): Outcome {
  const outcome = axle
    ? atAxle(state, axle, act)
    : !corner
      ? onCar(state, act, kind)
      : isArmAct(act)
        ? atArm(state, corner, act, kind)
        : atCorner(state, corner, act)
  const harmed =
    outcome.harm ??
    outcome.states.map((next) => standingHarm(next, kind)).find((harm) => harm !== null) ??
    null
  return { states: outcome.states, harm: harmed }
}

/** A state that is harm by itself. */
function standingHarm(state: CarState, kind: CarKind): Harm | null {
  if (state.under && !holds('held', state, kind)) return 'underUnheldCar'
  // Let down with its joints apart, the arm comes to carry what nothing locates.
  if (state.body !== 'hanging' && Object.values(state.arms).includes('open')) return 'droppedUnheld'
  // Awake it runs the pump, and air comes out where hands are.
  if (
    state.supply &&
    (state.pumpOpen ||
      state.tankOpen ||
      state.blockOpen ||
      some(state, ({ line, spring }) => line !== 'closed' || spring === 'out'))
  )
    return 'liveWhileOpen'
  return state.supply && !state.lifting && state.body === 'hanging'
    ? 'liveModuleWheelsHanging'
    : null
}

/**
 * What happens by itself: a live module fills, a charged reservoir seeps past a seat, an eased
 * fitting falls silent.
 */
export function happens(state: CarState, { reservoir }: CarKind): readonly CarState[] {
  const seeps = state.supply || (reservoir && state.plantAir)
  const corners = CORNERS.flatMap((corner): CarState[] => {
    const at = state.corners[corner]
    if (!at || (at.spring !== 'seated' && at.spring !== 'unseated')) return []
    if (at.line === 'eased')
      return at.air === 'none' ? [] : [withCorner(state, corner, emptied(state, at))]
    return at.line === 'closed' && at.air === 'none' && seeps && !state.blockOpen
      ? [withCorner(state, corner, { air: 'some' })]
      : []
  })
  return state.supply && !state.plantAir && !state.pumpOpen && !state.tankOpen
    ? [...corners, { ...state, plantAir: true }]
    : corners
}

/** What a wait does: an eased fitting falls silent. */
export const waited = (state: CarState): CarState =>
  CORNERS.reduce((car, corner) => {
    const at = car.corners[corner]
    return at?.line === 'eased' && at.air !== 'none'
      ? withCorner(car, corner, emptied(car, at))
      : car
  }, state)
