import type { LevelVisit } from '../../measuring/calibration/index.ts'
import { agreements, loweredMm, sensorsOf } from '../../measuring/calibration/index.ts'
import type {
  LevelSpecification,
  Method,
  RecordedRound,
  RoundState,
} from '../../measuring/heights/index.ts'
import {
  countedReadings,
  isLevelled,
  judgeRecorded,
  meanHeights,
} from '../../measuring/heights/index.ts'
import type { Architecture, CornerGeometry, PerCorner } from '../../base/vehicle/index.ts'
import { designHeights } from '../../base/starting/index.ts'
import type { Run, WorkOf } from '../record/index.ts'
import type {
  Joint,
  Outcome,
  ProofFacts,
  ProofItemId,
  ProvingRound,
  Said,
  SaidItem,
} from './items.ts'

/** What shows that a repair counts, as it is recorded. */
export type ProofContent =
  | {
      readonly kind: 'calibrated'
      readonly why: 'module' | 'sensor' | 'disagrees' | 'wanted'
      readonly visits: readonly LevelVisit[]
      readonly taught: 'link' | 'hand' | 'no'
      readonly typedMm: readonly { readonly sensor: string; readonly mm: number }[]
      readonly note: string
    }
  | {
      readonly kind: 'shown'
      readonly item: SaidItem
      readonly joint: Joint | null
      readonly outcome: Outcome
      readonly words: string
      readonly on: string | null
    }
  | { readonly kind: 'return'; readonly dueAt: string; readonly words: string }
  | {
      readonly kind: 'handedOver'
      readonly proved: boolean
      readonly reason: string
      readonly missing: readonly ProofItemId[]
      readonly watchFor: string
      readonly notDone: string
      readonly conditions: string
      readonly withTorques: boolean
      readonly photoIds: readonly string[]
    }
/** An entry with who and when. */
export interface ProofEntry {
  readonly id: string
  readonly at: string
  readonly person: string
  readonly content: ProofContent
}

/** The newest entry of a kind, its content known to be so; null: there is none. */
export function lastOf<
  Entry extends { readonly content: { readonly kind: string } },
  Kind extends Entry['content']['kind'],
>(
  entries: readonly Entry[],
  kind: Kind,
): (Entry & { readonly content: Extract<Entry['content'], { readonly kind: Kind }> }) | null {
  return (
    (entries.findLast(({ content }) => content.kind === kind) as
      | (Entry & { readonly content: Extract<Entry['content'], { readonly kind: Kind }> })
      | undefined) ?? null
  )
}

/** Whether a car was handed over after its work was last changed. */
export function isHandedOver({
  proof,
  work,
}: {
  readonly proof: readonly ProofEntry[]
  readonly work: readonly { readonly at: string }[]
}): boolean {
  const handed = lastOf(proof, 'handedOver')
  return handed !== null && handed.at >= (work.at(-1)?.at ?? '')
}

interface Measured extends RecordedRound {
  readonly state?: RoundState | null
  readonly jobId: string
  readonly purpose: string
  readonly levelId: string
  readonly levelOffsetMm: number
  readonly method: Method
  readonly endedAt: string
  readonly reportedMm: PerCorner<number | null> | null
}

/** A job as its proof reads it. */
export interface ProofJob {
  readonly id: string
  readonly vehicleType: {
    readonly architecture: Architecture
    readonly geometry: {
      readonly corners: PerCorner<Pick<CornerGeometry, 'designHeightMm' | 'effectiveAreaCm2'>>
    }
    readonly specifications: readonly LevelSpecification[]
    /** Figures nobody looked up. */
    readonly guesses?: readonly string[]
  }
  readonly rounds: readonly Measured[]
  readonly checks: readonly {
    readonly kind: string
    readonly at: string
    readonly verdict: string
  }[]
  readonly codeReadings: readonly {
    readonly jobId: string
    readonly at: string
    readonly codes: readonly { readonly status: string }[]
  }[]
  readonly watches: readonly {
    readonly startedAt: string
    readonly state: 'running' | 'walked' | 'concluded' | 'givenUp'
  }[]
  readonly proof: readonly ProofEntry[]
}

const heightRoundsOf = ({ id, rounds }: ProofJob): readonly Measured[] =>
  rounds.filter(({ jobId, purpose }) => jobId === id && purpose === 'heights')

// Only a car that levelled itself shows what its heights are.
function provingRound(job: ProofJob, repeatabilityMm: number): ProvingRound | null {
  const round = heightRoundsOf(job).findLast(isLevelled)
  if (!round) return null
  const reported = round.reportedMm
  return {
    atMs: Date.parse(round.endedAt),
    verdict: judgeRecorded(job.vehicleType.specifications, round, repeatabilityMm)?.answer ?? null,
    agreements:
      reported &&
      agreements(sensorsOf(job.vehicleType.architecture), {
        tapeMm: meanHeights(countedReadings(round)),
        reportedMm: reported,
      }),
  }
}

/** Height each corner is made to stand at on a level, mm; null: nobody entered it. */
export const levelHeights = (
  { vehicleType }: Pick<ProofJob, 'vehicleType'>,
  levelId: string,
): PerCorner<number> | null => {
  const level = vehicleType.architecture.levels.find(({ id }) => id === levelId)
  return designHeights(vehicleType, level?.offsetMm ?? 0)
}

/** The visit that is taught from: the last one of the level nearest the design height. */
export function teachingVisit(
  { levels }: Pick<Architecture, 'levels'>,
  visits: readonly LevelVisit[],
): LevelVisit | null {
  const offset = (id: string): number =>
    Math.abs(levels.find((level) => level.id === id)?.offsetMm ?? Number.POSITIVE_INFINITY)
  return visits.reduce<LevelVisit | null>(
    (best, visit) =>
      best === null || offset(visit.levelId) <= offset(best.levelId) ? visit : best,
    null,
  )
}

/** Whether the visits of a calibration say that the car is lowered on purpose; how far, mm. */
export function visitsLowered(
  job: Pick<ProofJob, 'vehicleType'>,
  visits: readonly LevelVisit[],
): number | null {
  const at = teachingVisit(job.vehicleType.architecture, visits)
  const levelMm = at && levelHeights(job, at.levelId)
  return levelMm && loweredMm(sensorsOf(job.vehicleType.architecture), at, levelMm)
}

const newest = <At extends { readonly at: string }>(list: readonly At[]): At | null =>
  list.reduce<At | null>((last, each) => (last === null || each.at >= last.at ? each : last), null)

/** The facts a job's proof is reckoned from. @param repeatabilityMm standard deviation of one reading, mm */
export function proofFacts(
  job: ProofJob,
  { book }: Pick<WorkOf, 'book'>,
  run: Run,
  repeatabilityMm: number,
): ProofFacts {
  const test = newest(job.checks.filter(({ kind }) => kind === 'whichCorner'))
  const read = newest(job.codeReadings.filter(({ jobId }) => jobId === job.id))
  const taught = lastOf(job.proof, 'calibrated')
  const watch = job.watches.at(-1)
  const unlevelled = heightRoundsOf(job).findLast((round) => !isLevelled(round))
  return {
    architecture: job.vehicleType.architecture,
    book: book.steps,
    run,
    said: job.proof.flatMap(({ at, person, content }): Said[] =>
      content.kind === 'shown'
        ? [{ ...content, atMs: Date.parse(at), person }]
        : content.kind === 'return'
          ? [
              {
                item: 'again',
                joint: null,
                outcome: 'good',
                words: content.words,
                on: content.dueAt.slice(0, 10),
                atMs: Date.parse(at),
                person,
              },
            ]
          : [],
    ),
    cornersTest: test && { atMs: Date.parse(test.at), good: test.verdict === 'good' },
    round: provingRound(job, repeatabilityMm),
    unlevelled: unlevelled ? { atMs: Date.parse(unlevelled.endedAt) } : null,
    calibrated: taught && {
      atMs: Date.parse(taught.at),
      levels: taught.content.visits.map(({ levelId }) => levelId),
      lowered: visitsLowered(job, taught.content.visits) !== null,
    },
    codes: read && {
      atMs: Date.parse(read.at),
      present: read.codes.filter(({ status }) => status !== 'stored').length,
    },
    watch: watch ? { startedMs: Date.parse(watch.startedAt), state: watch.state } : null,
  }
}
