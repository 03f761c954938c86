import { sensorsOf } from '../../../measuring/calibration/index.ts'
import type { AxleSpecification } from '../../../measuring/heights/index.ts'
import { judgeRound } from '../../../measuring/heights/index.ts'
import type { WantedJob } from '../../procedure/index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../../procedure/index.ts'
import { sampleArchitecture } from '../../../base/samples/index.ts'
import type { PerCorner } from '../../../base/vehicle/index.ts'
import type { DoneEntry, WorkEntry } from '../../record/index.ts'
import { runOf } from '../../record/index.ts'
import type { Joint, Outcome, ProofFacts, ProofItem, Said, SaidItem } from '../index.ts'
import { jointsOpened, proofOf } from '../index.ts'

/** When the work began. */
export const START = Date.UTC(2026, 10, 24, 8)
export const minute = (n: number): number => START + n * 60_000
export const BETWEEN: AxleSpecification = {
  nominalMm: 470,
  minusMm: 10,
  plusMm: 10,
  leftRightMm: 8,
}
/** Struts all round, two levels. */
export const ARCHITECTURE = sampleArchitecture({
  sensors: { front: 'each', rear: 'each' },
  levels: [
    { id: 'low', offsetMm: -20 },
    { id: 'road', offsetMm: 0 },
  ],
})
/** A car whose work is done, a step a minute, all but some steps. */
export function worked(
  jobs: readonly WantedJob[],
  {
    without = [],
    change = {},
    architecture = ARCHITECTURE,
    way = USUAL_WAY,
  }: {
    without?: readonly string[]
    change?: Partial<DoneEntry>
    architecture?: typeof ARCHITECTURE
    way?: typeof USUAL_WAY
  } = {},
) {
  const made = composePlan(SHIPPED_PROCEDURES, {
    architecture,
    jobs,
    support: 'twoPost',
    way,
  })
  if (!made.ok) throw new Error(made.error.code)
  const entries = made.value.steps
    .filter(({ step }) => !without.includes(step))
    .map((step, i): WorkEntry => ({
      id: `e${i}`,
      at: new Date(minute(i)).toISOString(),
      person: 'ann',
      content: {
        kind: 'done',
        key: step.key,
        step: step.step,
        place: step.place,
        shown: [],
        torque: step.torque ? { nm: 100, source: null } : null,
        photoIds: [],
        note: '',
        second: null,
        deviation: null,
        ...change,
      },
    }))
  return runOf({
    book: SHIPPED_PROCEDURES,
    architecture,
    steps: made.value.steps,
    flat: [],
    entries,
  })
}
/** Both front struts. */
export const STRUTS: readonly WantedJob[] = [{ job: 'strut', corners: ['FL', 'FR'] }]
export const heights = (mm: Partial<PerCorner<number>> = {}, within: AxleSpecification = BETWEEN) =>
  judgeRound(
    {
      FL: [470, 470],
      FR: [470, 470],
      RL: [470, 470],
      RR: [470, 470],
      ...Object.fromEntries(Object.entries(mm).map(([corner, at]) => [corner, [at, at]])),
    },
    { front: within, rear: within },
    1,
  )
/** Something that was said of the proof. */
export const said = (
  item: SaidItem,
  outcome: Outcome = 'good',
  joint: Joint | null = null,
  atMs = minute(500),
): Said => ({ item, joint, outcome, words: '', on: null, atMs, person: 'ann' })
/** Sensors of that car. */
export const SENSORS = sensorsOf(ARCHITECTURE)
export const agreeing = (apartMm = 0) =>
  SENSORS.map((sensor) => ({ sensor, apartMm, agrees: Math.abs(apartMm) <= 5 }))
/** What is known of a repair that everything was shown of. */
export const facts = (
  jobs: readonly WantedJob[] = STRUTS,
  change: Partial<ProofFacts> = {},
  run = worked(jobs),
): ProofFacts => ({
  architecture: ARCHITECTURE,
  book: SHIPPED_PROCEDURES.steps,
  run,
  said: [
    ...jointsOpened({ run, book: SHIPPED_PROCEDURES.steps }).map((joint) =>
      said('soap', 'good', joint),
    ),
    said('roadTest'),
    said('alignment', 'declined'),
    said('levels'),
    said('again'),
  ],
  cornersTest: { atMs: minute(500), good: true },
  round: { atMs: minute(520), verdict: heights(), agreements: agreeing() },
  unlevelled: null,
  calibrated: { atMs: minute(510), levels: ['low', 'road'], lowered: false },
  codes: { atMs: minute(520), present: 0 },
  watch: null,
  ...change,
})
/** One thing that is to be shown. */
export const at = (of: ProofFacts, id: ProofItem['id']): ProofItem | undefined =>
  proofOf(of).find((each) => each.id === id)
