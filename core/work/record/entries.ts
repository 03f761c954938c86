import type { Condition, PlanStep, Proof, ShownBy } from '../procedure/index.ts'
import type { Corner, Place } from '../../base/vehicle/index.ts'

/** How something was shown: read off the link or a gauge, or seen by somebody. */
export interface Shown {
  readonly condition: Condition
  readonly corner: Corner | null
  readonly proof: Proof
  readonly by: 'link' | 'gauge' | 'person'
  /** What was read, bar gauge; null where nothing was. */ readonly barG: number | null
}
/** A torque as it was set. `source`: where it is written, where the shop's sheet has none. */
export interface Torqued {
  readonly nm: number
  readonly source: string | null
  /** The unit it was set in; left out: N.m. */
  readonly unit?: 'N.m' | 'lbf.ft'
}
/** What holds something that has no thread, as it was seen at the car. */
export const NO_THREADS = ['clip', 'byHand', 'none'] as const
export type NoThread = (typeof NO_THREADS)[number]
/** A step that was not done as it stands there, and why. */
export interface Deviation {
  readonly kind: 'skipped' | 'torque' | 'noPhoto' | 'otherwise'
  readonly reason: string
}

/** A step that was confirmed. */
export interface DoneEntry {
  readonly kind: 'done'
  readonly key: string
  readonly step: string
  readonly place: Place
  readonly shown: readonly Shown[]
  /** Devices that showed it; left out: a person did. */
  readonly deviceIds?: readonly string[]
  readonly torque: Torqued | null
  /** What holds it instead, where nobody had entered whether there is a thread. */
  readonly noThread?: NoThread
  /** What was measured in it, mm, and where the figure it is held against is written. */
  readonly reading?: { readonly mm: number; readonly source: string | null }
  readonly photoIds: readonly string[]
  readonly note: string
  /** Who lent the second hand; `alone`: a stand or strap did. */
  readonly second: string | null
  readonly deviation: Deviation | null
  /** What is on record that shows it, where nobody confirmed the step itself. */
  readonly shownBy?: readonly ShownBy[]
}

/** What happens in the work on a car. Never changed and never deleted. */
export type WorkContent =
  | DoneEntry
  /** Something on record is not so any more. */
  | {
      readonly kind: 'lost'
      readonly fact: string
      readonly place: Place
      readonly by: 'link' | 'gauge' | 'person'
      readonly deviceIds?: readonly string[]
      readonly words: string
    }
  /** A lead's word on a deviation. */
  | { readonly kind: 'approved' | 'declined'; readonly of: string; readonly words: string }
  | {
      readonly kind: 'joined'
      /** Facts that were left changed, as they were seen by whoever takes over. */ readonly seen: readonly string[]
      /** Who lends a second hand, or that nobody does; left out: it was not asked. */ readonly second?: string
    }
  /** A joint that was opened, under pressure and soaped: tight, or it bubbles. */
  | { readonly kind: 'joint'; readonly joint: string; readonly tight: boolean }
  | { readonly kind: 'left' }
  | { readonly kind: 'handed'; readonly to: string; readonly words: string }
  | { readonly kind: 'paused'; readonly words: string }
  | { readonly kind: 'resumed' }
  /** Proofs are read from this device from now on; null: from none. */
  | { readonly kind: 'linked'; readonly deviceId: string | null }

/** An entry with who and when. */
export interface WorkEntry {
  readonly id: string
  readonly at: string
  readonly person: string
  readonly content: WorkContent
}
/** A confirmed step with who and when. */
export interface DoneStep extends WorkEntry {
  readonly content: DoneEntry
}

/** A step done by nothing but what is on record besides, as it is entered. */
export const doneByRecord = ({
  key,
  step,
  place,
  shownBy,
}: Pick<PlanStep, 'key' | 'step' | 'place' | 'shownBy'>): DoneEntry => ({
  kind: 'done',
  key,
  step,
  place,
  shown: [],
  torque: null,
  photoIds: [],
  note: '',
  second: null,
  deviation: null,
  shownBy,
})
