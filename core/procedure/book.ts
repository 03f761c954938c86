import type { AirForm, Architecture } from '../vehicle/index.ts'
import shipped from './book/procedures.json' with { type: 'json' }
import type { Act } from './machine.ts'

/** How the body is held up while people work. */
export type Support = 'twoPost' | 'platform' | 'driveOn' | 'stands'
export const SUPPORTS: readonly Support[] = ['twoPost', 'platform', 'driveOn', 'stands']
/**
 * What shops settle their own way: how air is let out, which end of a strut first, filling with
 * wheels hanging or at standing height, nuts and clips new or looked at, a charge measured or a
 * little over.
 */
export interface ShopWay {
  readonly ventBy: 'tool' | 'fitting' | 'valve'
  readonly first: 'top' | 'bottom'
  readonly fillAt: 'hanging' | 'standing'
  readonly fasteners: 'new' | 'inspected'
  readonly charge: 'measured' | 'over'
}
export const USUAL_WAY: ShopWay = {
  ventBy: 'tool',
  first: 'top',
  fillAt: 'standing',
  fasteners: 'new',
  charge: 'measured',
}

/** Stretches of the work, in their usual order. */
export type Stretch =
  'ready' | 'safe' | 'empty' | 'off' | 'bench' | 'on' | 'close' | 'fill' | 'down' | 'prove'
export const STRETCHES: readonly Stretch[] = [
  'ready',
  'safe',
  'empty',
  'off',
  'bench',
  'on',
  'close',
  'fill',
  'down',
  'prove',
]
export type StepPlaceKind = 'corner' | 'axle' | 'car' | 'sensor'

/** When a step or a job applies; what is not named does not matter. */
export interface StepWhen {
  readonly air?: readonly AirForm[]
  readonly valves?: readonly Architecture['valves'][]
  readonly layout?: Architecture['layout']
  readonly mount?: readonly Architecture['sensorMount'][]
  readonly support?: readonly Support[]
  readonly ventBy?: readonly ShopWay['ventBy'][]
  readonly first?: readonly ShopWay['first'][]
  readonly fillAt?: readonly ShopWay['fillAt'][]
  readonly fasteners?: readonly ShopWay['fasteners'][]
  readonly charge?: readonly ShopWay['charge'][]
  readonly lifting?: boolean
  readonly reservoir?: boolean
  readonly cutOff?: boolean
  /** A spring that was emptied carries the car again afterwards. */
  readonly refills?: boolean
  /** Filled at standing height. */
  readonly standing?: boolean
  /** Some corner still stands on air afterwards. */
  readonly airLeft?: boolean
}

/** Minutes, where left and right may differ. */
export type Minutes = number | { readonly left: number; readonly right: number }

/**
 * What shows a step, where something besides the step itself is on record of it: a walked round,
 * a reading of codes, a test, what somebody said in the proof.
 */
export type ShownBy =
  | 'measured'
  | 'corners'
  | 'soap'
  | 'levels'
  | 'heights'
  | 'codes'
  | 'roadTest'
  | 'alignment'
  | 'calibrated'
  | 'charged'

/** A step as it is written down, once for all its places. */
export interface BookStep {
  readonly id: string
  readonly at: StepPlaceKind
  readonly phase: Stretch
  /** Said of it, with `{place}` for where. */
  readonly words: string
  readonly why: string
  readonly caution?: string
  readonly minutes: Minutes
  /** Unattended after it, min. */
  readonly wait?: number
  /**
   * Facts that must hold: `x` given before, `x?` only if something gives it, `x+` wherever it is
   * given, `x*` at every corner with air.
   */
  readonly needs?: readonly string[]
  readonly gives?: readonly string[]
  /** Facts that hold no more afterwards. */
  readonly takes?: readonly string[]
  readonly acts?: readonly Act['act'][]
  /** Somebody is under the car or the axle. */
  readonly under?: boolean
  /** A second person is wanted. */
  readonly second?: boolean
  /** How it is done without one; left out: then it waits for one. */
  readonly alone?: string
  /** It is done once all of these are on record, wherever they were shown. */
  readonly shownBy?: readonly ShownBy[]
  readonly photo?: boolean
  readonly lift?: 'up' | 'down'
  readonly part?: string
  readonly torque?: string
  readonly tools?: readonly string[]
  readonly uses?: readonly string[]
  readonly when?: StepWhen
}

/**
 * Something that is so, or not. `temporary`: it must be undone before the car is handed over;
 * `then`: what it asks for at the end.
 */
export interface BookFact {
  readonly id: string
  readonly at: StepPlaceKind
  readonly words: string
  readonly temporary?: boolean
  readonly then?: readonly string[]
  readonly atStart?: boolean
}

/**
 * A job somebody may be given. Its steps follow one another; what they need and leave behind is
 * found by itself.
 */
export interface BookJob {
  readonly id: string
  readonly words: string
  readonly at: StepPlaceKind
  readonly when?: StepWhen
  readonly steps: readonly string[]
  readonly ends: readonly string[]
}

/** All procedures, for any vehicle. */
export interface ProcedureBook {
  readonly format: 'anklet-procedures'
  readonly formatVersion: 1
  readonly tools: Readonly<Record<string, string>>
  readonly uses: Readonly<Record<string, string>>
  /** Consumables a shop may use again after looking at them, where the maker allows it. */
  readonly reusable?: readonly string[]
  readonly parts: Readonly<Record<string, string>>
  readonly torques: Readonly<Record<string, string>>
  readonly facts: readonly BookFact[]
  readonly steps: readonly BookStep[]
  readonly jobs: readonly BookJob[]
}

/** The procedures that ship. Their shape is checked by a test against their schema. */
export const SHIPPED_PROCEDURES = shipped as unknown as ProcedureBook

const SHIPPED_STEPS = new Map(SHIPPED_PROCEDURES.steps.map((step) => [step.id, step]))

const completed = new WeakMap<ProcedureBook, ProcedureBook>()

function complete(own: ProcedureBook): ProcedureBook {
  const steps = own.steps.map((step) => {
    const { alone, shownBy } = SHIPPED_STEPS.get(step.id) ?? {}
    return { ...(alone ? { alone } : {}), ...(shownBy ? { shownBy } : {}), ...step }
  })
  return { ...own, steps }
}

/**
 * The procedures a shop works by: its own, or those that ship. A book that was kept before steps
 * said how they are done alone, or what shows them, is given that of the shipped step of its name.
 * @returns the same object for the same book
 */
export function workedBy(own: ProcedureBook | null): ProcedureBook {
  if (own === null) return SHIPPED_PROCEDURES
  const book = completed.get(own) ?? complete(own)
  completed.set(own, book)
  return book
}
