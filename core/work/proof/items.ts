import type { Agreement } from '../../measuring/calibration/index.ts'
import type { RoundVerdict } from '../../measuring/heights/index.ts'
import type { BookStep } from '../procedure/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import type { Run } from '../record/index.ts'

/** What is to be shown before a repair counts. */
export const PROOF_ITEMS = [
  'steps',
  'deviations',
  'temporary',
  'torque',
  'corners',
  'soap',
  'trim',
  'levels',
  'heights',
  'leftRight',
  'sensors',
  'codes',
  'roadTest',
  'alignment',
  'again',
] as const
export type ProofItemId = (typeof PROOF_ITEMS)[number]
/** `against`: looked at, and it is not so. */
export type ProofState = 'shown' | 'missing' | 'against'
/** Joints of what feeds all corners; `eased`: the fitting its air was let out at. */
export const CAR_JOINTS = ['pump', 'block', 'reservoir', 'dryer', 'eased'] as const
/** A joint that was open: a corner's line, or of what feeds them all. */
export type Joint = Corner | (typeof CAR_JOINTS)[number]
/** What somebody says of it; an alignment and a return may be declined. */
export const OUTCOMES = ['good', 'bad', 'declined'] as const
export type Outcome = (typeof OUTCOMES)[number]
/** What may be said, where nothing tells it by itself. */
export const SAID_ITEMS = ['corners', 'soap', 'levels', 'roadTest', 'alignment', 'again'] as const
export type SaidItem = (typeof SAID_ITEMS)[number]

/** Something somebody showed or said. `on`: a day, where one is booked. */
export interface Said {
  readonly item: SaidItem
  readonly joint: Joint | null
  readonly outcome: Outcome
  readonly words: string
  readonly on: string | null
  readonly atMs: number
  readonly person: string
}
/**
 * A round, held against its specification (null: none on record), and the sensors against it
 * (null: it holds no reports).
 */
export interface ProvingRound {
  readonly atMs: number
  readonly verdict: RoundVerdict | null
  readonly agreements: readonly Agreement[] | null
}

/** What a repair is proved from. Times are ms since 1970. */
export interface ProofFacts {
  readonly architecture: Pick<Architecture, 'levels' | 'sensors'>
  readonly book: readonly BookStep[]
  readonly run: Run
  readonly said: readonly Said[]
  /** Newest test of which corner moves. */
  readonly cornersTest: { readonly atMs: number; readonly good: boolean } | null
  /** Newest round for the heights, the car levelled. */
  readonly round: ProvingRound | null
  /** Newest round in any other state. */
  readonly unlevelled: { readonly atMs: number } | null
  /**
   * Newest calibration: levels that were visited in it, and whether it found a car lowered on
   * purpose.
   */
  readonly calibrated: {
    readonly atMs: number
    readonly levels: readonly string[]
    readonly lowered: boolean
  } | null
  readonly codes: { readonly atMs: number; readonly present: number } | null
  /** Newest watch. */
  readonly watch: {
    readonly startedMs: number
    readonly state: 'running' | 'walked' | 'concluded' | 'givenUp'
  } | null
}

/** One thing to show, how it stands, and where. */
export interface ProofItem {
  readonly id: ProofItemId
  readonly state: ProofState
  /** Where it is missing or not so. */ readonly places: readonly Place[]
  readonly joints: readonly Joint[]
  readonly why: ProofWhy | null
  readonly words: string
  /** The owner did not want it, and said why. */ readonly declined: boolean
  /** What tells it, and when; null: nothing does, or the steps of the work themselves. */
  readonly told: Told | null
}
/** What tells how one thing stands. `person`: who said so; null: whoever recorded it. */
export interface Told {
  readonly by: 'word' | 'test' | 'round' | 'calibration' | 'codes' | 'watch'
  readonly atMs: number
  readonly person: string | null
}
/** Why it is not shown, where the item alone does not say. */
export type ProofWhy =
  | 'noRound'
  | 'noSpecification'
  | 'undecided'
  | 'noReports'
  | 'calibrateFirst'
  | 'lowered'
  | 'apart'
  | 'soapFirst'
  | 'before'
  | 'notLevelled'
