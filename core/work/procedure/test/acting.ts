import { doAct } from '../acts.ts'
import { ARRIVES, arrived } from '../explore.ts'
import type { Act, CarKind, CarState, CornerState } from '../machine.ts'

/** A car without a reservoir, with air behind. */
export const KIND: CarKind = { reservoir: false, axles: ['rear'] }
/** Up on the lift, held, the supply off and nothing under pressure; nobody underneath. */
export const HELD: CarState = {
  ...arrived({}, { plantAir: false, axles: { rear: 'stands' } }),
  supply: false,
  lifting: true,
  body: 'hanging',
  bodyHeld: true,
}
/** A corner whose air is out, seen and shown. */
export const EMPTY: CornerState = { ...ARRIVES.up, air: 'none', seen: true, proved: true }
export const withRL = (change: Partial<CornerState>, car: CarState = HELD): CarState => ({
  ...car,
  corners: { RL: { ...EMPTY, ...change } },
})
/** What an act comes to on a car in a state. */
export const outcome = (state: CarState, act: Act['act'], atCorner = false, kind = KIND) =>
  doAct(state, { act, ...(atCorner ? { corner: 'RL' } : {}) }, kind)
