import type { Act, BookStep, CarState, Condition, Proof } from '../procedure/index.ts'
import { actsOf, PROOFS } from '../procedure/index.ts'
import type { Corner, Place } from '../../base/vehicle/index.ts'

/** Most that counts as empty, bar gauge: what a workshop gauge still tells from nothing. */
export const EMPTY_BARG = 0.1

/** What must be shown when something is done: nobody's word is taken for it without saying how. */
const SHOWN_BY: Readonly<Partial<Record<Act['act'], Condition>>> = {
  cutSupply: 'supplyOff',
  supplyBack: 'supplyOn',
  liftingOn: 'liftingUnlessGround',
  liftingOff: 'liftingOff',
  holdBody: 'held',
  holdAxle: 'held',
  holdArm: 'armHeld',
  makeJoint: 'jointsMade',
  freeArm: 'armsFree',
  toStanding: 'nobodyUnder',
  toGround: 'nobodyUnder',
  prove: 'cornerProved',
  provePlant: 'plantProved',
  closeLine: 'linesClosed',
  closePump: 'plantClosed',
  closeTank: 'plantClosed',
  closeBlock: 'plantClosed',
  seeFolds: 'foldsSeen',
  clearCodes: 'codesClear',
  fill: 'springsCarry',
}

/** A condition that a step shows, and where. */
export interface ToShow {
  readonly condition: Condition
  readonly corner: Corner | null
}

/** What a step must show before it counts as done. */
export const toShow = (step: Pick<BookStep, 'acts' | 'under'>, place: Place): readonly ToShow[] =>
  actsOf(step, place).flatMap(({ act, corner }) => {
    const condition = SHOWN_BY[act]
    return condition ? [{ condition, corner: corner ?? null }] : []
  })

/** What a link tells at one moment. */
export interface Live {
  /** Something was heard of the device within the last seconds. */
  readonly heard: boolean
  readonly supply: boolean | null
  readonly lifting: boolean | null
  /** Valves commanded open. */
  readonly open: readonly string[]
  readonly galleryBarG: number | null
  /** Stored codes whose reason is there now; null: not read. */
  readonly present: number | null
  /** Over its design height, by its own sensors, mm. */
  readonly offMm: Readonly<Partial<Record<Corner, number | null>>>
}

/** Over the height the lift holds it at a body has lifted itself, mm. */
const LIFTED_MM = 5

/**
 * Ways something can be shown as the car stands: with wheels hanging no height says that a spring
 * carries, only its pressure does.
 */
export const proofsFor = (condition: Condition, body: CarState['body']): readonly Proof[] =>
  condition === 'springsCarry' && body === 'hanging' ? ['pressureRead'] : PROOFS[condition]

/**
 * What a link shows of a condition: that it is so, that it is not, or null where it cannot tell.
 */
export function linkShows(
  { condition, corner }: ToShow,
  live: Live,
  body: CarState['body'],
): boolean | null {
  switch (condition) {
    // A silent link alone may be a plug that fell out: the module must have been heard of as well.
    case 'supplyOff':
      return live.heard ? (live.supply === null ? null : !live.supply) : null
    case 'supplyOn':
      return live.heard && live.supply !== null ? live.supply : null
    case 'liftingUnlessGround':
      return live.heard && live.supply ? live.lifting : null
    case 'liftingOff':
      return live.heard && live.supply && live.lifting !== null ? !live.lifting : null
    case 'codesClear':
      return live.heard && live.present !== null ? live.present === 0 : null
    // The gallery speaks of a spring only while that spring's own valve is open.
    case 'cornerProved':
      return live.heard && corner && live.open.includes(corner) && live.galleryBarG !== null
        ? live.galleryBarG <= EMPTY_BARG
        : null
    // Hanging wheels stand far above any level, with air or without.
    case 'springsCarry': {
      if (body === 'hanging') return null
      const off = corner ? live.offMm[corner] : null
      return live.heard && live.supply && off !== null && off !== undefined && off >= LIFTED_MM
        ? true
        : null
    }
    default:
      return null
  }
}
