import type { Evidence, PlacedCheck } from '../diagnosis/index.ts'
import { quietOf, wholeOutcome } from '../diagnosis/index.ts'
import {
  countedReadings,
  isRideHeight,
  meanHeights,
  stateOf,
} from '../../measuring/heights/index.ts'
import type { HypothesisId } from '../../measuring/leakdown/index.ts'
import { hypothesisCorners } from '../../measuring/leakdown/index.ts'
import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { designHeights } from '../../base/starting/index.ts'
import { axleMate, cornersOf, hasAirAtCorner } from '../../base/vehicle/index.ts'
import type { EvidenceJob, EvidenceRound, EvidenceWatch } from './job.ts'
import type { Loose, ToldBy } from './known.ts'

/** Checks at their places on a vehicle, by id. */
export type Checks = ReadonlyMap<string, PlacedCheck>

/** Whether a person told something or devices did. */
export const byOf = (deviceIds: readonly string[] | undefined): ToldBy =>
  deviceIds && deviceIds.length > 0 ? 'device' : 'person'

/** A corner lower than it should stand by more than this is low, mm. */
const LOW_MM = 10
/** Tape and module further apart than this differ, mm. */
const DIFFER_MM = 6
/** A watch that is less sure than this is no evidence. */
const SURE_ENOUGH = 0.6

/** What a check that answers for the whole car comes to, by which corners are loud. */
export function whole(
  checks: Checks,
  id: string,
  loud: (corner: Corner) => boolean,
): readonly Evidence[] {
  const placed = checks.get(id)
  if (!placed?.whole) return []
  const outcome = wholeOutcome(
    placed.check,
    placed.whole.map((place) => [
      place,
      cornersOf(place).some(loud) ? placed.check.outcomes[1]!.id : quietOf(placed.check),
    ]),
  )
  return [{ check: id, outcome }]
}

/**
 * Whether tape and module agree, corner by corner.
 * @param means by the tape, mm
 * @param told by the module, mm; null where it tells none
 */
export const differing = (
  checks: Checks,
  means: PerCorner<number>,
  told: PerCorner<number | null>,
): readonly Evidence[] =>
  whole(checks, 'agrees', (corner) => {
    const mm = told[corner]
    return mm !== null && Math.abs(mm - means[corner]) > DIFFER_MM
  })

/**
 * What one round says. Levelled, a corner that stands low is one the module could not bring up; as
 * it arrived, it is one that went down. That none is low on arrival says nothing: it may have been
 * driven in. Where nobody entered what height the car is made to stand at, a side is low against
 * the other one only, and that none is says nothing: both may be.
 */
function roundSays(
  checks: Checks,
  { vehicleType }: EvidenceJob,
  round: EvidenceRound,
): readonly Evidence[] {
  const means = meanHeights(countedReadings(round))
  const design = designHeights(vehicleType, round.levelOffsetMm)
  const isLow = (corner: Corner): boolean =>
    means[corner] < (design ? design[corner] : means[axleMate(corner)]) - LOW_MM
  const state = stateOf(round)
  const loudOf = (id: string): readonly Evidence[] =>
    whole(checks, id, isLow).filter(({ outcome }) => outcome !== quietOf(checks.get(id)!.check))
  const low =
    state === 'levelled'
      ? design
        ? whole(checks, 'standsLow', isLow)
        : loudOf('standsLow')
      : state === 'arrived'
        ? loudOf('parkedLow')
        : []
  return [...low, ...(round.reportedMm ? differing(checks, means, round.reportedMm) : [])]
}

const newestOf = <Item>(items: readonly Item[], keyOf: (item: Item) => string): readonly Item[] => [
  ...new Map(items.map((item) => [keyOf(item), item])).values(),
]

/** What the rounds say: of each stretch between repairs the newest one in each state. */
export function fromRounds(
  checks: Checks,
  job: EvidenceJob,
  stretchOf: (at: string) => number,
): readonly Loose[] {
  const ride = job.rounds.filter(
    ({ jobId, purpose, method, load }) =>
      jobId === job.id && purpose === 'heights' && isRideHeight(method) && load !== 'laden',
  )
  return newestOf(ride, (round) => `${stretchOf(round.endedAt)} ${stateOf(round)}`).flatMap(
    (round) =>
      roundSays(checks, job, round).map((evidence): Loose => ({
        ...evidence,
        at: round.endedAt,
        state: round.state ?? null,
        source: {
          kind: 'round',
          by: byOf(round.deviceIds),
          person: round.person,
          deviceIds: round.deviceIds ?? [],
        },
      })),
  )
}

const fallenIn = ({ finding }: EvidenceWatch): readonly Corner[] | null =>
  finding?.kind === 'answer' && finding.probability >= SURE_ENOUGH
    ? hypothesisCorners(finding.best as HypothesisId)
    : null

/** What the waits say: of each stretch between repairs those with the supply off, and both together. */
export function fromWatches(
  checks: Checks,
  job: EvidenceJob,
  stretchOf: (at: string) => number,
): readonly Loose[] {
  const seenAt = ({ morningRoundId, startedAt }: EvidenceWatch): string =>
    job.rounds.find(({ id }) => id === morningRoundId)?.endedAt ?? startedAt
  const of =
    (watch: EvidenceWatch) =>
    (evidence: Evidence): Loose => ({
      ...evidence,
      at: seenAt(watch),
      state: watch.supplyCut === 'leftOn' ? 'leftOn' : 'supplyOff',
      source: { kind: 'watch', by: 'reckoned', person: watch.startedBy, deviceIds: [] },
    })
  const concluded = job.watches.filter(
    ({ jobId, state }) => jobId === job.id && state === 'concluded',
  )
  const off = concluded.filter((watch) => watch.supplyCut !== 'leftOn' && fallenIn(watch) !== null)
  // A wait with the supply on is told as what both waits say together; a leak is what the one with
  // it off says already.
  const both = concluded.filter(
    ({ supplyCut, finding }) => supplyCut === 'leftOn' && finding?.kind === 'answer',
  )
  const stretch = ({ startedAt }: EvidenceWatch): string => String(stretchOf(startedAt))
  return [
    ...newestOf(off, stretch).flatMap((watch) =>
      whole(
        checks,
        'watch',
        (corner) =>
          fallenIn(watch)!.includes(corner) && hasAirAtCorner(job.vehicleType.architecture, corner),
      ).map(of(watch)),
    ),
    ...newestOf(both, stretch).flatMap((watch) =>
      watch.finding!.best === 'command' || watch.finding!.best === 'holds'
        ? [of(watch)({ check: 'command', outcome: watch.finding!.best })]
        : [],
    ),
  ]
}
