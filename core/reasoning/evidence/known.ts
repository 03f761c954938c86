import type { Evidence } from '../diagnosis/index.ts'
import type { RoundState } from '../../measuring/heights/index.ts'
import type { Corner, Place } from '../../base/vehicle/index.ts'

/**
 * What kind of source told something, in the order in which they stand where two told of one check in
 * the same moment: the later counts.
 */
export const SOURCE_KINDS = [
  'owner',
  'arrival',
  'round',
  'watch',
  'codes',
  'test',
  'link',
  'hand',
] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]

/**
 * By what something was told: a person saw or said it, a device told it, a file or a tool's report
 * held it, or it was reckoned from what was measured.
 */
export const TOLD_BY = ['person', 'device', 'file', 'reckoned'] as const
export type ToldBy = (typeof TOLD_BY)[number]

/** Who or what told something. */
export interface KnownSource {
  readonly kind: SourceKind
  readonly by: ToldBy
  /** Who signed it; null: nobody by name. */ readonly person: string | null
  /** Devices that told it; empty: a person did. */ readonly deviceIds: readonly string[]
}

/** A repair that was finished, and which parts it put in. */
export interface Mended {
  readonly at: string
  readonly parts: readonly { readonly part: string; readonly corners: readonly Corner[] }[]
}

/**
 * One thing known of a car. What: a check and its outcome. Where: its place; null: the whole car,
 * or the places its outcome names. When: RFC 3339. State: what state the car was in; null: nobody
 * said.
 */
export interface Known extends Evidence {
  readonly where: Place
  readonly at: string
  readonly state: RoundState | null
  readonly source: KnownSource
  /** Why it is not counted; null: it is. */ readonly doubted: string | null
  /** The repair after which it was seen; null: none on this job. */
  readonly afterRepair: Mended | null
}

/** A piece of evidence before it is known where it sits and whether it counts. */
export type Loose = Evidence & Pick<Known, 'at' | 'state' | 'source'>

/** What a repair ended: what was known before of what it touched. */
export interface OldCase {
  readonly mended: Mended
  readonly pieces: readonly Known[]
}

/** All that is known of the car of a job. */
export interface KnownOfJob {
  /** What counts now, and what somebody doubts, oldest first. */
  readonly pieces: readonly Known[]
  /** What repairs ended, the newest repair first. */
  readonly old: readonly OldCase[]
  /** Checks of the owner that nobody asked. */ readonly notAsked: readonly string[]
}
