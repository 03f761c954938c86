import type { Job, Watch } from '@anklet/contract'
import { jobOf, roundOf } from '@anklet/language/test/records'
import type { Draft } from '../client/state/drafts.ts'
import { STOPS } from '../client/state/walk.ts'

/** When the rounds of the night were walked. */
export const EVENING = '2026-11-24T19:00:00.000Z'
export const MORNING = '2026-11-25T07:00:00.000Z'

/** A watch over one night, as it runs. */
export const watchOf = (change: Partial<Watch>): Watch => ({
  id: 'w',
  version: 3,
  jobId: 'j',
  state: 'running',
  supplyCut: 'fuse',
  minutesSinceRun: 120,
  startedAt: EVENING,
  plannedEndAt: MORNING,
  eveningRoundId: 'e',
  betweenRoundIds: [],
  supplyBackAt: null,
  morningRoundId: null,
  undisturbed: null,
  finding: null,
  givenUpReason: null,
  startedBy: 'p',
  ...change,
})
/** The evening at the highest level, and a morning in which the front left stands lowest. */
export const evening = roundOf({ FL: 510, FR: 510, RL: 510, RR: 510 }, EVENING, {
  id: 'e',
  purpose: 'evening',
  levelId: 'high',
  levelOffsetMm: 30,
})
export const morning = roundOf({ FL: 480, FR: 492, RL: 492, RR: 504 }, MORNING, {
  id: 'm',
  purpose: 'morning',
  levelId: 'high',
  levelOffsetMm: 30,
  temperatureC: -2,
})
/** A job with a watch whose rounds have been walked. */
export const watched = (change: Partial<Watch> = {}, rounds = [evening, morning]): Job =>
  jobOf({ rounds, watches: [watchOf(change)] })
/** A draft whose questions are answered and whose first stops are read. */
export const walked = (draft: Draft, count = 8): Draft => ({
  ...draft,
  walking: true,
  temperature: '8',
  thermometer: 'atSprings',
  rolledAndBounced: true,
  startedAt: '2026-11-24T18:00:00.000Z',
  readings: STOPS.slice(0, count).map((stop, i) => ({
    ...stop,
    heightMm: 480,
    at: `2026-11-24T18:0${i}:00.000Z`,
  })),
})
