import { checksAt, SHIPPED_BOOK } from '../../diagnosis/index.ts'
import type { RoundState } from '../../../measuring/heights/index.ts'
import { sampleArchitecture, sampleVehicle } from '../../../base/samples/index.ts'
import type { PerCorner } from '../../../base/vehicle/index.ts'
import { mapCorners, WALK } from '../../../base/vehicle/index.ts'
import type { EvidenceJob, EvidenceRound } from '../job.ts'
import { knownOf } from '../index.ts'

/** The layout of the car. */
export const architecture = sampleArchitecture({
  air: { front: 'strut', rear: 'bellows' },
  sensors: { front: 'each', rear: 'each' },
})
/** Its figures. */
export const geometry = sampleVehicle()
export const design = mapCorners(geometry.corners, ({ designHeightMm }) => designHeightMm)
export const checks = checksAt(SHIPPED_BOOK, architecture)
export const at = (hour: number, minute = 0): string =>
  new Date(Date.UTC(2026, 10, 24, hour, minute)).toISOString()
/** A job that says nothing but what is named. */
export const jobWith = (change: Partial<EvidenceJob> = {}): EvidenceJob => ({
  id: 'j',
  openedAt: at(8),
  openedBy: 'p',
  vehicleType: { architecture, geometry },
  complaint: { where: [], when: [], signs: [] },
  arrival: null,
  rounds: [],
  watches: [],
  codeReadings: [],
  codeTexts: [],
  checks: [],
  evidence: [],
  plans: [],
  workNow: null,
  repairs: [],
  ...change,
})
/** A round walked at a time. */
export const roundAt = (
  endedAt: string,
  heights: PerCorner<number>,
  state: RoundState | null = 'levelled',
  change: Partial<EvidenceRound> = {},
): EvidenceRound => ({
  id: endedAt,
  jobId: 'j',
  purpose: 'heights',
  method: 'wheelCentreToArch',
  load: 'empty',
  state,
  levelOffsetMm: 0,
  endedAt,
  reportedMm: null,
  person: 'p',
  padsMm: null,
  readings: WALK.map((corner) => ({ corner, heightMm: heights[corner], correction: null })),
  ...change,
})
/** Something that was found by hand. */
export const said = (
  check: string,
  say: 'found' | 'doubted' | 'counted',
  outcome: string | null = null,
  reason = '',
  when = at(9),
): EvidenceJob['evidence'][number] => ({ at: when, person: 'q', check, say, outcome, reason })
/** What is known of a job, by check. */
export const found = (change: Partial<EvidenceJob>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    knownOf(jobWith(change), checks).pieces.map(({ check, outcome, source, doubted }) => [
      check,
      `${source.kind} ${outcome}${doubted === null ? '' : ` not: ${doubted}`}`,
    ]),
  )
