import type { Architecture } from '../../base/vehicle/index.ts'
import shipped from './book/knowledge.json' with { type: 'json' }

/** How often, where nobody knows better. */
export const OFTEN_WORDS = ['always', 'mostly', 'often', 'sometimes', 'rarely', 'never'] as const
export type Often = (typeof OFTEN_WORDS)[number]
/** Where a cause sits or a check is done: `sensor` is a corner, or an axle with one sensor. */
export const PLACE_KINDS = ['corner', 'axle', 'car', 'sensor'] as const
export type PlaceKind = (typeof PLACE_KINDS)[number]
/** Chances of outcomes: a word for the second of two; or by outcome, the first taking what is left. */
export type BookRow = Often | Readonly<Record<string, Often>>
/** Which vehicles something applies to; what is not named does not matter. */
export interface Where {
  readonly air?: true
  readonly coil?: true
  readonly valves?: readonly Architecture['valves'][]
  readonly crossValve?: true
  readonly layout?: Architecture['layout']
  readonly reservoir?: true
  readonly sensors?: 'any'
  readonly sensorsHere?: 'each'
  readonly pressureSensor?: true
  readonly sensorMount?: Architecture['sensorMount']
  readonly damping?: true
  readonly doorInhibit?: true
  /** Air helps coils at the rear only. */
  readonly rearOnly?: true
}

/** A cause as it is written down: once for all its places. */
export interface BookCause {
  readonly id: string
  /** Said of it, with `{place}` for where. */
  readonly words: string
  readonly place: PlaceKind
  readonly where?: Where
  /** How often it is met at one place, in about a hundred cars. */
  readonly weight: number
  /** It comes sooner with distance. */
  readonly wears?: 'distance'
  /** To put it right, min. */
  readonly minutes: number
  /** What the parts are worth in minutes of work, roughly: the shop's own prices are better. */
  readonly parts: number
  /** The shop's own price of the parts, in its currency. */
  readonly price?: number
  /** When a repair of it is proved. */
  readonly proof: 'now' | 'drive' | 'night'
  readonly part?: string
  /** Air is lost here: it may come with another leak, and with the pump it wears out. */
  readonly leak?: true
  /** Checks that show this very fault where it sits, by soap, meter or eye. */
  readonly own?: readonly string[]
  /** Checks that have to be done before it is concluded, whatever they show. */
  readonly after?: readonly string[]
  /** It stands for whatever the book does not name. */
  readonly anything?: true
  readonly because: string
}

/**
 * Causes that are there together. An outcome of a check is put down to the first of them that can
 * bring it about.
 */
export interface BookCompound {
  readonly id: string
  readonly of: readonly [string, string]
  readonly weight: number
  readonly because: string
}

/** What some causes show. `together`: how often they show it at all the places they cover at once. */
export interface BookRowOf {
  readonly causes: readonly string[]
  readonly at?: 'mate' | 'away'
  readonly row: BookRow
  readonly together?: Often
  readonly because: string
}

/** A check as it is written down. Its first outcome is the quiet one: what a sound car shows. */
export interface BookCheck {
  readonly id: string
  readonly name: string
  /** Asked of it, with `{place}` for where. */
  readonly asks: string
  readonly place: PlaceKind
  /** Done once, it answers for all its places. */
  readonly whole?: true
  /**
   * Where several places are loud, how often another one than the first is told of too. Without
   * it all are.
   */
  readonly others?: Often
  /** The check it comes with: it is never advised by itself. */
  readonly comes?: string
  /** It may have several outcomes at once, as several codes are stored. */
  readonly many?: true
  readonly group: 'complaint' | 'look' | 'electrical' | 'measured' | 'soap' | 'test' | 'code'
  readonly where?: Where
  readonly minutes: number
  /** Worth of what it uses up, in minutes of work. */
  readonly materials?: number
  readonly unattendedH?: number
  readonly how: readonly string[]
  readonly needs?: readonly string[]
  readonly caution?: string
  readonly outcomes: readonly { readonly id: string; readonly words: string }[]
  /** For causes no row speaks of. */
  readonly otherwise: BookRow
  readonly rows: readonly BookRowOf[]
}

/** All that is known, for any vehicle. */
export interface KnowledgeBook {
  readonly format: 'anklet-knowledge'
  readonly formatVersion: 1
  readonly causes: readonly BookCause[]
  readonly compounds: readonly BookCompound[]
  readonly checks: readonly BookCheck[]
}

/** The knowledge that ships. Its shape is checked by a test against its schema. */
export const SHIPPED_BOOK = shipped as unknown as KnowledgeBook

/** A wait so long goes on overnight, h. */
const NIGHT_H = 5
/** Whether a check waits overnight. */
export const isNight = ({ unattendedH = 0 }: BookCheck): boolean => unattendedH >= NIGHT_H

/** The outcome a sound car shows: the first. */
export const quietOf = ({ outcomes }: BookCheck): string => outcomes[0]!.id

/** What the words stand for: the middle, and how far it may be off. */
export const OFTEN: Readonly<Record<Often, readonly [low: number, middle: number, high: number]>> =
  {
    always: [0.92, 0.96, 0.99],
    mostly: [0.72, 0.83, 0.92],
    often: [0.42, 0.57, 0.72],
    sometimes: [0.15, 0.28, 0.42],
    rarely: [0.03, 0.07, 0.15],
    never: [0.004, 0.012, 0.03],
  }
