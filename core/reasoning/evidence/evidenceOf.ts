import type { Evidence, PlacedCheck } from '../diagnosis/index.ts'
import { quietOf } from '../diagnosis/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { codeEvidence } from './codeEvidence.ts'
import type { Known, KnownOfJob, Loose, Mended } from './known.ts'
import { SOURCE_KINDS } from './known.ts'
import type { EvidenceJob } from './job.ts'
import { mendedOf, touches } from './mended.ts'
import type { Checks } from './measured.ts'
import { byOf, fromRounds, fromWatches, whole } from './measured.ts'

type Tap = EvidenceJob['complaint']['when'][number]
/** What each check of the complaint was asked by. */
const ASKED_BY: Readonly<Record<string, readonly [Tap, ...Tap[]]>> = {
  overnight: ['overnight'],
  sometimes: ['sometimes'],
  whenLoaded: ['loaded'],
  hiss: ['hiss'],
  slowRise: ['slowRise'],
  pumpOften: ['pumpOften'],
  pumpNever: ['pumpNever'],
  pumpLoud: ['pumpLoud'],
  message: ['message', 'speedLimit'],
  afterRepair: ['afterRepair'],
  pumpReplaced: ['pumpReplaced'],
}

// What was not asked is no evidence: only what they said, and what they denied.
function fromOwner(
  checks: Checks,
  { complaint: { where, when, signs, denied = [] }, openedAt, openedBy }: EvidenceJob,
): { readonly said: readonly Loose[]; readonly notAsked: readonly string[] } {
  const told: readonly Tap[] = [...when, ...signs]
  const of = (evidence: Evidence): Loose => ({
    ...evidence,
    at: openedAt,
    state: null,
    source: { kind: 'owner', by: 'person', person: openedBy, deviceIds: [] },
  })
  const asked = Object.entries(ASKED_BY).map(([check, taps]): Evidence & { asked: boolean } => {
    const yes = taps.some((tap) => told.includes(tap))
    return { check, outcome: yes ? 'yes' : 'no', asked: yes || denied.includes(taps[0]) }
  })
  const low = where.length > 0 ? whole(checks, 'saysLow', (corner) => where.includes(corner)) : []
  return {
    said: [
      ...low.map(of),
      ...asked.flatMap(({ asked: was, ...evidence }) => (was ? [of(evidence)] : [])),
    ],
    notAsked: [
      ...(where.length > 0 ? [] : ['saysLow']),
      ...asked.flatMap(({ check, asked: was }) => (was ? [] : [check])),
    ].filter((check) => checks.has(check)),
  }
}

function fromArrival({ arrival, openedAt, openedBy }: EvidenceJob): readonly Loose[] {
  if (!arrival) return []
  const seen: readonly Evidence[] = [
    ...(arrival.rises ? [{ check: 'rises', outcome: arrival.rises }] : []),
    ...(arrival.pumpRunsOn === null
      ? []
      : [{ check: 'pumpRunsOn', outcome: arrival.pumpRunsOn ? 'yes' : 'no' }]),
    ...(arrival.condition.includes('lowered') ? [{ check: 'evenLow', outcome: 'even' }] : []),
  ]
  return seen.map((evidence) => ({
    ...evidence,
    at: openedAt,
    state: 'arrived',
    source: { kind: 'arrival', by: 'person', person: openedBy, deviceIds: [] },
  }))
}

const CODES_BY = { link: 'device', report: 'file', typed: 'person' } as const

// The newest reading of each stretch: an older one says what was stored then.
const fromCodes = (
  checks: Checks,
  job: EvidenceJob,
  stretchOf: (at: string) => number,
): readonly Loose[] => {
  const newest = new Map<number, EvidenceJob['codeReadings'][number]>()
  for (const reading of job.codeReadings)
    if (reading.jobId === job.id) newest.set(stretchOf(reading.at), reading)
  return [...newest.values()].flatMap((reading) =>
    codeEvidence(checks, reading, job.codeTexts, stretchOf(reading.at) > 0).map(
      (evidence): Loose => ({
        ...evidence,
        at: reading.at,
        state: null,
        source: {
          kind: 'codes',
          by: CODES_BY[reading.from],
          person: reading.person,
          deviceIds: reading.deviceIds ?? [],
        },
      }),
    ),
  )
}

const fromTests = ({ checks }: EvidenceJob): readonly Loose[] =>
  checks.flatMap(({ at, person, deviceIds = [], finds = [] }) =>
    finds.map((found): Loose => ({
      ...found,
      at,
      state: null,
      source: { kind: 'test', by: byOf(deviceIds), person, deviceIds },
    })),
  )

const fromHand = ({ evidence }: EvidenceJob): readonly Loose[] =>
  evidence.flatMap(({ check, say, outcome, from = 'hand', at, person, deviceIds = [] }): Loose[] =>
    say === 'found' && outcome !== null
      ? [
          {
            check,
            outcome,
            at,
            state: null,
            source: { kind: from, by: byOf(deviceIds), person, deviceIds },
          },
        ]
      : [],
  )

/**
 * All that is known of the car of a job: what its parts say by themselves and what was found by
 * hand, oldest first, the newest of each check. A repair ends what was known of what it touched:
 * that is kept apart, with the repair that ended it.
 */
export function knownOf(job: EvidenceJob, checks: Checks): KnownOfJob {
  const repairs = mendedOf(job)
  const stretchOf = (at: string): number =>
    repairs.filter((mended) => Date.parse(mended.at) <= Date.parse(at)).length
  const owner = fromOwner(checks, job)
  const all = [
    ...owner.said,
    ...fromArrival(job),
    ...fromRounds(checks, job, stretchOf),
    ...fromWatches(checks, job, stretchOf),
    ...fromCodes(checks, job, stretchOf),
    ...fromTests(job),
    ...fromHand(job),
  ]
    .filter(({ check, outcome }) => isOutcome(checks.get(check), outcome))
    .toSorted(
      (a, b) =>
        Date.parse(a.at) - Date.parse(b.at) ||
        SOURCE_KINDS.indexOf(a.source.kind) - SOURCE_KINDS.indexOf(b.source.kind),
    )
  const said = new Map(job.evidence.map((entry) => [entry.check, entry]))
  const [open, ended] = [new Map<string, Known>(), new Map<Mended, Map<string, Known>>()]
  for (const piece of all) {
    const placed = checks.get(piece.check)!
    const stretch = stretchOf(piece.at)
    const closedBy = repairs.slice(stretch).find((mended) => touches(mended, placed))
    const word = said.get(piece.check)
    const known: Known = {
      ...piece,
      where: placed.place,
      afterRepair: repairs[stretch - 1] ?? null,
      doubted: word?.say === 'doubted' && word.at >= piece.at ? word.reason : null,
    }
    const into = closedBy ? (ended.get(closedBy) ?? new Map<string, Known>()) : open
    if (closedBy) ended.set(closedBy, into)
    // A later piece takes its place at the end: pieces stay in the order they were seen. Of what
    // may have several outcomes those seen together stay together.
    for (const [key, other] of into)
      if (other.check === piece.check && !(placed.check.many && other.at === piece.at))
        into.delete(key)
    into.set(`${piece.check} ${piece.outcome}`, known)
  }
  return {
    pieces: [...open.values()],
    old: repairs
      .flatMap((mended) => {
        const pieces = ended.get(mended)
        return pieces ? [{ mended, pieces: [...pieces.values()] }] : []
      })
      .toReversed(),
    notAsked: owner.notAsked,
  }
}

/** Whether a check can come to an outcome at its place. */
export function isOutcome(placed: PlacedCheck | undefined, outcome: string): boolean {
  if (!placed) return false
  const known = (id: string): boolean => placed.check.outcomes.some((each) => each.id === id)
  if (!placed.whole || known(outcome)) return known(outcome)
  return outcome.split('+').every((part) => {
    const [place, id] = part.split(':')
    return placed.whole!.includes(place as Corner) && (id === undefined || known(id))
  })
}

/** Whether a piece says that nothing was found. */
export const isQuiet = ({ check, outcome }: Evidence, checks: Checks): boolean => {
  const placed = checks.get(check)
  return placed !== undefined && outcome === quietOf(placed.check)
}
