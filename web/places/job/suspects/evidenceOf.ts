import type { Complaint, Job, Watch } from '@anklet/contract'
import type { Evidence, PlacedCheck } from '@anklet/core/diagnosis'
import { quietOf, wholeOutcome } from '@anklet/core/diagnosis'
import type { HypothesisId } from '@anklet/core/leakdown'
import { hypothesisCorners } from '@anklet/core/leakdown'
import type { Corner, PerCorner } from '@anklet/core/vehicle'
import { cornersOf, hasAirAtCorner } from '@anklet/core/vehicle'
import { codeEvidence } from '../codes/codeEvidence.ts'
import { designAt, heightRounds, isRideRound, meansOf } from '../rounds.ts'

/** Where a piece of evidence comes from. */
export type Source = 'owner' | 'arrival' | 'round' | 'watch' | 'codes' | 'test' | 'link' | 'hand'
/** A check with its outcome as a job knows it. */
export interface Piece extends Evidence {
  readonly from: Source
  /** Why it is not counted; null: it is. */ readonly doubted: string | null
}

/** A corner lower than it should stand by more than this is low, mm. */
const LOW_MM = 10
/** Tape and module further apart than this differ, mm. */
const DIFFER_MM = 6

type Checks = ReadonlyMap<string, PlacedCheck>
type Loose = Evidence & { readonly from: Source }

const whole = (
  checks: Checks,
  id: string,
  loud: (corner: Corner) => boolean,
  from: Source,
): Loose[] => {
  const placed = checks.get(id)
  if (!placed?.whole) return []
  return [
    {
      check: id,
      from,
      outcome: wholeOutcome(
        placed.check,
        placed.whole.map((place) => [
          place,
          cornersOf(place).some(loud) ? placed.check.outcomes[1]!.id : quietOf(placed.check),
        ]),
      ),
    },
  ]
}

type Tap = NonNullable<Complaint['denied']>[number]
/** What each check of the complaint was asked by. */
const ASKED_BY: Readonly<Record<string, readonly [Tap, ...Tap[]]>> = {
  overnight: ['overnight'],
  sometimes: ['sometimes'],
  whenLoaded: ['loaded'],
  hiss: ['hiss'],
  slowRise: ['slowRise'],
  pumpOften: ['pumpOften'],
  pumpNever: ['pumpNever'],
  message: ['message', 'speedLimit'],
  afterRepair: ['afterRepair'],
  pumpReplaced: ['pumpReplaced'],
}

// What was not asked is no evidence: only what they said, and what they denied.
function fromOwner(
  checks: Checks,
  { complaint: { where, when, signs, denied = [] } }: Job,
): Loose[] {
  const said: readonly Tap[] = [...when, ...signs]
  const asked = Object.entries(ASKED_BY).flatMap(([check, taps]): Loose[] => {
    const outcome = taps.some((tap) => said.includes(tap))
      ? 'yes'
      : denied.includes(taps[0])
        ? 'no'
        : null
    return outcome === null ? [] : [{ check, outcome, from: 'owner' }]
  })
  return [
    ...(where.length > 0
      ? whole(checks, 'saysLow', (corner) => where.includes(corner), 'owner')
      : []),
    ...asked,
  ]
}

function fromArrival({ arrival }: Job): Loose[] {
  if (!arrival) return []
  return [
    ...(arrival.rises
      ? [{ check: 'rises', outcome: arrival.rises, from: 'arrival' } satisfies Loose]
      : []),
    ...(arrival.pumpRunsOn !== null
      ? [
          {
            check: 'pumpRunsOn',
            outcome: arrival.pumpRunsOn ? 'yes' : 'no',
            from: 'arrival',
          } satisfies Loose,
        ]
      : []),
    ...(arrival.condition.includes('lowered')
      ? [{ check: 'evenLow', outcome: 'even', from: 'arrival' } satisfies Loose]
      : []),
  ]
}

/**
 * Whether tape and module agree, corner by corner.
 * @param told by the module, mm; null where it tells none
 */
export const differing = (
  checks: Checks,
  means: PerCorner<number>,
  told: PerCorner<number | null>,
): Evidence[] =>
  whole(
    checks,
    'agrees',
    (corner) => {
      const mm = told[corner]
      return mm !== null && Math.abs(mm - means[corner]) > DIFFER_MM
    },
    'round',
  ).map(({ check, outcome }) => ({ check, outcome }))

function fromRounds(checks: Checks, job: Job): Loose[] {
  const round = heightRounds(job).find(isRideRound)
  if (!round) return []
  const [means, design] = [meansOf(round), designAt(job, round.levelOffsetMm)]
  const { reportedMm } = round
  return [
    ...whole(checks, 'standsLow', (corner) => means[corner] < design[corner] - LOW_MM, 'round'),
    ...(reportedMm
      ? differing(checks, means, reportedMm).map((piece): Loose => ({ ...piece, from: 'round' }))
      : []),
  ]
}

/** A watch that is less sure than this is no evidence. */
const SURE_ENOUGH = 0.6

const fallenIn = ({ finding }: Watch): readonly Corner[] | null =>
  finding?.kind === 'answer' && finding.probability >= SURE_ENOUGH
    ? hypothesisCorners(finding.best as HypothesisId)
    : null

function fromWatches(checks: Checks, job: Job): Loose[] {
  const concluded = job.watches.filter(
    ({ jobId, state }) => jobId === job.id && state === 'concluded',
  )
  const off =
    concluded
      .filter(({ supplyCut }) => supplyCut !== 'leftOn')
      .map(fallenIn)
      .findLast((fallen) => fallen !== null) ?? null
  // A wait with the supply on is told as what both waits say together; a leak is what the one with
  // it off says already.
  const both = concluded.findLast(
    ({ supplyCut, finding }) => supplyCut === 'leftOn' && finding?.kind === 'answer',
  )?.finding?.best
  return [
    ...(off
      ? whole(
          checks,
          'watch',
          (corner) => off.includes(corner) && hasAirAtCorner(job.vehicleType.architecture, corner),
          'watch',
        )
      : []),
    ...(both === 'command' || both === 'holds'
      ? [{ check: 'command', outcome: both, from: 'watch' } satisfies Loose]
      : []),
  ]
}

/**
 * All evidence of a job: what its parts say by themselves, what was found by hand, and what is not
 * counted, in the order of the work.
 */
export function evidenceOf(job: Job, checks: Checks): Piece[] {
  const tests = job.checks.flatMap(({ finds = [] }) =>
    finds.map((found): Loose => ({ ...found, from: 'test' })),
  )
  const said = new Map(job.evidence.map((entry) => [entry.check, entry]))
  const byHand = job.evidence.flatMap(({ check, say, outcome, from = 'hand' }): Loose[] =>
    say === 'found' && outcome !== null ? [{ check, outcome, from }] : [],
  )
  // The newest of a check counts; a test of the pump after new brushes is another test.
  const newest = new Map<string, Loose>()
  for (const piece of [
    ...fromOwner(checks, job),
    ...fromArrival(job),
    ...fromRounds(checks, job),
    ...fromWatches(checks, job),
    ...codeEvidence(checks, job).map((piece): Loose => ({ ...piece, from: 'codes' })),
    ...tests,
    ...byHand,
  ])
    newest.set(piece.check, piece)
  return [...newest.values()]
    .filter(({ check, outcome }) => isOutcome(checks.get(check), outcome))
    .map((piece) => ({
      ...piece,
      doubted: said.get(piece.check)?.say === 'doubted' ? said.get(piece.check)!.reason : null,
    }))
}

function isOutcome(placed: PlacedCheck | undefined, outcome: string): boolean {
  if (!placed) return false
  const known = (id: string): boolean => placed.check.outcomes.some((each) => each.id === id)
  if (!placed.whole || known(outcome)) return known(outcome)
  return outcome.split('+').every((part) => {
    const [place, id] = part.split(':')
    return placed.whole!.includes(place as Corner) && (id === undefined || known(id))
  })
}
