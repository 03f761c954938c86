import type {
  AirForm,
  Architecture,
  BuiltAxle,
  Damping,
  PumpPlace,
} from '../../base/vehicle/index.ts'
import shipped from './book/procedures.json' with { type: 'json' }
import type { Act } from './machine.ts'

/** How the body is held up while people work. */
export const SUPPORTS = ['twoPost', 'platform', 'driveOn', 'stands'] as const
export type Support = (typeof SUPPORTS)[number]
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
export const STRETCHES = [
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
] as const
export type Stretch = (typeof STRETCHES)[number]
export const STEP_PLACE_KINDS = ['corner', 'axle', 'car', 'sensor'] as const
export type StepPlaceKind = (typeof STEP_PLACE_KINDS)[number]

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
  readonly damping?: readonly Damping[]
  readonly suspension?: readonly BuiltAxle['suspension'][]
  readonly coilOn?: readonly BuiltAxle['coilOn'][]
  readonly reach?: readonly BuiltAxle['reach'][]
  readonly released?: readonly BuiltAxle['released'][]
  readonly joint?: readonly (NonNullable<BuiltAxle['joint']> | 'unknown')[]
  /** Its sleeves are known to have no guide, and are steadied as they fill. */
  readonly unguided?: boolean
  readonly pumpAt?: readonly (PumpPlace | 'unknown')[]
  /** A wheel is in front of the pump. */
  readonly pumpWheel?: boolean
  /** A new pump asks for other pipes; for other software. */
  readonly pumpPipes?: boolean
  readonly pumpSoftware?: boolean
  /** How the car lets its air down by hand: by the spring’s own valve, at the pump’s plug. */
  readonly handVent?: readonly ('springValve' | 'ventPlug' | 'unknown')[]
}

/** Minutes, where left and right may differ. */
export type Minutes = number | { readonly left: number; readonly right: number }

/**
 * What shows a step, where something besides the step itself is on record of it: a walked round,
 * a reading of codes, a test, what somebody said in the proof.
 */
export const SHOWN_BY = [
  'measured',
  'corners',
  'soap',
  'levels',
  'heights',
  'codes',
  'roadTest',
  'alignment',
  'calibrated',
  'charged',
] as const
export type ShownBy = (typeof SHOWN_BY)[number]

/** A figure of the type that is shown at a step. */
export const STEP_FIGURES = [
  'standing',
  'seating',
  'target',
  'limit',
  'fillsFrom',
  'resistance',
  'signal',
] as const
export type StepFigure = (typeof STEP_FIGURES)[number]
/** What is measured in a step. */
export type StepReading = 'setting'

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
  /** Figures of the type that are wanted while it is done. */
  readonly figures?: readonly StepFigure[]
  /** The figure that is measured and written down in it. */
  readonly reads?: StepReading
  /** Fasteners it opens. */
  readonly loosens?: readonly string[]
  /** Fasteners it finishes: one of them at most by a torque. */
  readonly tightens?: readonly string[]
  /** Fasteners it brings on by hand; a later step finishes them. */
  readonly snugs?: readonly string[]
  /** Fasteners it leaves off for good. */
  readonly retires?: readonly string[]
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
  /** The job it was part of in an earlier book: a plan kept under that name is made of this one. */
  readonly was?: string
}

/** A fastener, once for all its places. */
export interface BookFastener {
  readonly words: string
  /** It turns in a rubber bush: its last turn is at ride height. */
  readonly bushed?: boolean
  /** Never by a torque. */
  readonly end?: 'clip' | 'byHand'
  /** Some builds have no thread here: nobody knows before it was entered, or seen at the car. */
  readonly maybe?: boolean
  /** What holds it follows from how the vehicle is built. */
  readonly from?: 'heldTop' | 'heldBottom' | 'joint'
}

/** All procedures, for any vehicle. */
export interface ProcedureBook {
  readonly format: 'anklet-procedures'
  readonly formatVersion: 2
  readonly tools: Readonly<Record<string, string>>
  readonly uses: Readonly<Record<string, string>>
  /** Consumables a shop may use again after looking at them, where the maker allows it. */
  readonly reusable?: readonly string[]
  readonly parts: Readonly<Record<string, string>>
  readonly fasteners: Readonly<Record<string, BookFastener>>
  readonly facts: readonly BookFact[]
  readonly steps: readonly BookStep[]
  readonly jobs: readonly BookJob[]
}

/** The procedures that ship. Their shape is checked by a test against their schema. */
export const SHIPPED_PROCEDURES = shipped as unknown as ProcedureBook
