import type { Command, Round } from '@anklet/contract'
import type { Method, RoundState } from '@anklet/core/measuring/heights'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import type { Thermometer } from '@anklet/core/measuring/leakdown'
import { createStore, del, entries, set } from 'idb-keyval'
import { create } from 'zustand'
import { keep } from './keeping.ts'
import type { Stop, Taken } from './walk.ts'

/** What a round in progress is taken for. */
export type DraftKind = 'heights' | 'evening' | 'look' | 'morning'

/** What must be shown before an evening round means anything. */
export interface Checklist {
  readonly supplyCut: 'fuse' | 'battery' | 'cutOffSwitch' | 'leftOn' | null
  readonly supplyProved: boolean
  readonly tagged: boolean
  readonly doorsShut: boolean
  /** Minutes since the vehicle was driven or its pump ran when this was asked; 'unknown' is an answer, null is none. */
  readonly minutesSinceRun: number | 'unknown' | null
  /** Local date and time for the morning round, as the date field writes it. */
  readonly plannedEnd: string
}

/** What was not asked in earlier releases, with what it was taken for then. */
export const USUAL_ROUND = {
  method: 'wheelCentreToArch',
  load: 'empty',
  pads: perCorner(() => ''),
  reported: perCorner(() => ''),
  sources: [],
  laps: 2,
  state: null,
  loadKg: '',
} as const satisfies Partial<Draft>

/** A round being walked. It lives in this browser until the server has it. */
export interface Draft {
  readonly key: string
  readonly jobId: string
  readonly kind: DraftKind
  /** Ids made when the round was begun: sent again, they change nothing twice. */
  readonly roundId: string
  readonly commandId: string
  readonly watchId: string
  /** Empty: nobody said yet. */
  readonly levelId: string
  readonly method: Method
  readonly load: Round['load']
  /** What was loaded, kg, as typed; empty: not weighed. */
  readonly loadKg: string
  /** What state the car is measured in; null: nobody said yet. A watch says it by itself. */
  readonly state: RoundState | null
  /** Height of the floor at each pad, as typed; empty: level with the others. */
  readonly pads: PerCorner<string>
  /** What the module reports, as typed; empty: not read. */
  readonly reported: PerCorner<string>
  /** Devices that filled a field: a gauge, the module. */
  readonly sources: readonly string[]
  /** How many laps are walked. */
  readonly laps: number
  readonly temperature: string
  readonly thermometer: Thermometer | null
  readonly rolledAndBounced: boolean | null
  /** Morning only: supply still off, doors shut, nobody in the car; null: not said yet. */
  readonly undisturbed: boolean | null
  readonly checklist: Checklist
  /** Whether the questions before the walk are answered and the walk has begun. */
  readonly walking: boolean
  readonly startedAt: string | null
  readonly readings: readonly Taken[]
  /** What stands in the number field right now. */
  readonly typed: string
  /** A stop chosen out of order; null: the next one. */
  readonly chosen: Stop | null
  /** The finished command, on its way to the server; null while walking. */
  readonly sealed: Command | null
  /** Why the server refused it. */
  readonly refusal: string | null
}

/**
 * Whether a round in progress goes on. Where somebody closes its job meanwhile, what was read stays: it
 * can be saved when the job is open again.
 */
export const goesOn = (
  { readings, typed, sealed }: Draft,
  { closedAt }: { readonly closedAt: string | null },
): boolean => closedAt === null || readings.length > 0 || typed !== '' || sealed !== null

/** The key of the one round of a kind that a job may have in progress. */
export const draftKey = (jobId: string, kind: DraftKind): string => `${jobId} ${kind}`

interface Drafts {
  /** Whether the browser's store has been read. */
  readonly loaded: boolean
  readonly byKey: Readonly<Record<string, Draft>>
  put(draft: Draft): void
  patch(key: string, change: Partial<Draft>): void
  drop(key: string): void
}

const database = createStore('anklet', 'rounds')
const channel = new BroadcastChannel('anklet.rounds')

/** Every round in progress on this device. Each change is in IndexedDB before the next one, and in every open tab. */
export const useDrafts = create<Drafts>()((setState, get) => {
  const keepDraft = (draft: Draft): void => {
    // First, so that nothing shown of the new state can call it kept before it is.
    keep(`round ${draft.key}`, () => set(draft.key, draft, database))
    setState(({ byKey }) => ({ byKey: { ...byKey, [draft.key]: draft } }))
    channel.postMessage(draft)
  }
  return {
    loaded: false,
    byKey: {},
    put: keepDraft,
    patch: (key, change) => {
      const draft = get().byKey[key]
      if (draft) keepDraft({ ...draft, ...change })
    },
    drop: (key) => {
      setState(({ byKey }) => ({ byKey: without(byKey, key) }))
      keep(`round ${key}`, () => del(key, database))
      channel.postMessage(key)
    },
  }
})

function without(byKey: Readonly<Record<string, Draft>>, key: string): Record<string, Draft> {
  return Object.fromEntries(Object.entries(byKey).filter(([other]) => other !== key))
}

channel.onmessage = ({ data }: MessageEvent<Draft | string>) => {
  useDrafts.setState(({ byKey }) => ({
    byKey: typeof data === 'string' ? without(byKey, data) : { ...byKey, [data.key]: data },
  }))
}

/** Reads what an earlier visit left behind. */
export async function loadDrafts(): Promise<void> {
  const kept = await entries<string, Draft>(database).catch(() => [])
  useDrafts.setState(({ byKey }) => ({
    loaded: true,
    byKey: {
      ...Object.fromEntries(kept.map(([key, draft]) => [key, { ...USUAL_ROUND, ...draft }])),
      ...byKey,
    },
  }))
}

/** The sources of a draft with one more. */
export const withSource = (sources: readonly string[], deviceId: string): readonly string[] =>
  sources.includes(deviceId) ? sources : [...sources, deviceId]
