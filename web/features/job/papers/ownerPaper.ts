import type { Job, Round, Shop } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { backOnWheelsMs, isHandedOver, lastOf } from '@anklet/core/work/proof'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { mapCorners } from '@anklet/core/base/vehicle'
import { partsOfId } from '@anklet/core/reasoning/diagnosis'
import { partsOfJobs } from '@anklet/core/reasoning/evidence'
import type { Verdict } from '@anklet/core/measuring/heights'
import { isLevelled } from '@anklet/core/measuring/heights'
import { format } from 'date-fns'
import type { StripBand } from '../../../kit/stripCorner.ts'
import { notSeenWords } from '@anklet/language/causes/arrival'
import { complaintWords, notAskedWords } from '@anklet/language/causes/complaint'
import { capital, cornersInWords } from '@anklet/language/plain/corners'
import { stepWords } from '@anklet/language/work/plan'
import { loadWords, stateWords } from '@anklet/language/heights/methods'
import { ITEM_WORDS, itemSentence, toldWords } from '@anklet/language/work/proof'
import { PART_WORDS } from '@anklet/language/repair/repairs'
import { bandOf, judgedRound } from '../model/judged.ts'
import { heightRounds, isRideRound, meansOf } from '../model/rounds.ts'
import type { Written } from '../../../client/state/handovers.ts'
import { fastenedWords, torquedWords } from '@anklet/language/work/work'
import type { OnWork } from '../record/useWork.ts'

/** How a car stood, corner by corner, mm. `how`: its state, its level, its load. */
export interface Stood {
  readonly at: string
  readonly how: string
  readonly temperatureC: number
  readonly meanMm: PerCorner<number>
  readonly verdict: PerCorner<Verdict> | null
  readonly band: PerCorner<StripBand> | null
}

/** Who hands which car over, and when. */
export interface PaperHead {
  /** What the paper is: of a car handed over, or one that is not. */ readonly title: string
  readonly shop: string
  readonly plate: string
  readonly car: string
  readonly simulated: boolean
  readonly at: string
  readonly by: string
}

/** A heading and what stands under it; without lines it is left out. */
export interface PaperSection {
  readonly title: string
  readonly lines: readonly string[]
}

/** All that stands on the owner's paper. */
export interface OwnerPaper extends PaperHead {
  readonly complaint: string
  readonly found: string
  /** Why it was closed with its finding open; empty: it was not. */ readonly closedReason: string
  readonly before: Stood | null
  readonly after: Stood | null
  readonly done: readonly string[]
  readonly torques: readonly { readonly words: string; readonly set: string }[]
  /** What was not shown, openly; empty: it is proved. */
  readonly missing: readonly string[]
  readonly shown: readonly string[]
  readonly declined: readonly string[]
  /** Neither said nor denied, and not looked at. */ readonly notAsked: readonly string[]
  readonly again: string | null
  readonly cautions: readonly string[]
  readonly photos: readonly { readonly id: string; readonly words: string }[]
  readonly written: Written
}

/** What the paper says above its strip of heights. */
export const openingOf = ({
  complaint,
  found,
  closedReason,
}: OwnerPaper): readonly PaperSection[] => [
  { title: 'You said', lines: [complaint] },
  { title: 'We found', lines: [found] },
  { title: 'Closed with its finding open', lines: closedReason ? [closedReason] : [] },
]

/** What is not shown, and why the car left all the same. */
export const notShownOf = ({ missing, written: { reason } }: OwnerPaper): PaperSection => ({
  title: 'Not shown',
  lines: [...missing, ...(reason ? [`It was handed over all the same: ${reason}`] : [])],
})

/** What the paper says under its strip of heights, in its order. */
export const restOf = (of: OwnerPaper): readonly PaperSection[] => [
  { title: 'Done', lines: of.done.length > 0 ? of.done : ['Nothing was repaired.'] },
  { title: of.missing.length === 0 ? 'Shown before it left' : 'Shown', lines: of.shown },
  notShownOf(of),
  { title: 'Declined', lines: of.declined },
  { title: 'Not asked, not looked at', lines: of.notAsked },
  { title: 'Not done', lines: linesOf(of.written.notDone) },
  { title: 'What to watch', lines: linesOf(of.written.watchFor) },
  {
    title: 'Come back',
    lines: of.again
      ? [
          `To be measured again on ${format(new Date(of.again), 'd MMM yyyy, HH:mm')}, ` +
            'standing as it was left, before it is driven.',
        ]
      : [],
  },
  { title: 'Conditions of the parts', lines: linesOf(of.written.conditions) },
  { title: 'To know', lines: of.cautions },
]

/** What was typed, one thing a line. */
const linesOf = (words: string): readonly string[] =>
  words
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)

function stood(job: Job, round: Round | undefined, repeatabilityMm: number): Stood | null {
  if (!round) return null
  const judged = judgedRound(job, round, repeatabilityMm)
  return {
    at: round.endedAt,
    how: [stateWords(round), `${round.levelId} level`, loadWords(round)]
      .map((words) => words.toLowerCase())
      .join(', '),
    temperatureC: round.temperatureC,
    meanMm: meansOf(round),
    verdict: judged && mapCorners(judged.answer.corners, ({ verdict }) => verdict),
    band:
      judged &&
      mapCorners(judged.answer.corners, ({ guardMm }, corner) =>
        bandOf(judged.specification, corner, guardMm),
      ),
  }
}

/** Jobs of the plan and parts of the record, as the owner is told them. */
function doneWords(job: Job, work: OnWork | null, finished: boolean): readonly string[] {
  const jobs = work?.run.begun ? (job.plans.at(-1)?.jobs ?? []) : []
  const names = new Map(work?.of.book.jobs.map(({ id, words }) => [id, words]))
  const planned = jobs.map(
    ({ job: id, corners = [] }) =>
      `${capital(names.get(id) ?? id)}${corners.length > 0 ? `, ${cornersInWords(corners)}` : ''}: ` +
      (finished ? (partsOfJobs([{ job: id }]).length > 0 ? 'new' : 'done') : 'begun, not finished'),
  )
  const mended = work?.run.begun
    ? []
    : job.repairs.map(
        ({ part, corners, words }) =>
          `${capital(PART_WORDS[part])}` +
          (corners.length > 0 ? `, ${cornersInWords(corners)}` : '') +
          (words ? `: ${words}` : ''),
      )
  return [
    ...planned,
    ...mended,
    ...(job.proof.some(({ content }) => content.kind === 'calibrated' && content.taught !== 'no')
      ? ['Height sensors taught anew']
      : []),
  ]
}

function torqueRows(work: OnWork | null): OwnerPaper['torques'] {
  return (
    work?.run.steps.flatMap(({ step, done }) =>
      done?.content.torque
        ? [
            {
              words: stepWords(step.words, step.place),
              set: torquedWords({ ...done.content.torque, source: null }),
            },
          ]
        : done && done.content.deviation?.kind !== 'skipped' && step.tightens.length > 0
          ? [
              {
                words: stepWords(step.words, step.place),
                set: fastenedWords(done.content.noThread ?? step.tightens[0]!.end),
              },
            ]
          : [],
    ) ?? []
  )
}

// Whether its height sensors have shorter links: concluded, or seen when it was last looked at.
const linksShortened = ({ conclusions, evidence }: Job): boolean =>
  partsOfId(conclusions.at(-1)?.cause ?? '').some(({ base }) => base === 'loweredByLinks') ||
  evidence.findLast(({ check, outcome }) => check === 'linksLook' && outcome !== null)?.outcome ===
    'shorter'

/** What an owner of such a car should know, whatever was done to it. */
function cautionsOf(job: Job): readonly string[] {
  const { architecture } = job.vehicleType
  const air = architecture.air.front !== 'none' || architecture.air.rear !== 'none'
  return air
    ? [
        'Towing or loading onto a trailer: a car that stands low needs long ramps. Say so to whoever collects it.',
        ...(architecture.liftingMode === 'none'
          ? []
          : [
              'Before the car is raised on a jack or lift, switch its lifting mode on, and off again afterwards.',
            ]),
        ...(linksShortened(job)
          ? [
              'It stands lower on links that are not the maker’s: the sleeve of each air spring ' +
                'folds further over its piston and wears out early.',
            ]
          : []),
        'Loads: keep to what the maker allows. Levelling hides an overload; tyres and brakes do not.',
        'If it goes down, a message stays or the pump runs often, do not drive on for ' +
          'long: a pump that works against a leak wears out.',
      ]
    : [
        'The car stands on coils: it does not level itself any more. Loads within what ' +
          'the maker allows, headlamps set for the load.',
      ]
}

interface PaperFrom {
  readonly job: Job
  readonly shop: Shop
  readonly work: OnWork | null
  readonly items: readonly ProofItem[]
  readonly repeatabilityMm: number
  readonly written: Written
  readonly at: string
  readonly by: string
  nameOf(person: string): string
}

/** The round on record nearest before the work, whatever it was walked for; without work the newest. */
function roundBefore(job: Job, after: Round | undefined): Round | undefined {
  const begun = job.work[0]?.at
  return job.rounds.findLast(
    (round) =>
      round.jobId === job.id &&
      isRideRound(round) &&
      round.id !== after?.id &&
      (begun === undefined || round.endedAt <= begun),
  )
}

const titleOf = (job: Job): string =>
  isHandedOver(job)
    ? 'Your car, handed over'
    : job.closedAt
      ? 'Your car, not handed over'
      : 'Your car, before it is handed over'

/** The owner's paper out of the job's record. */
export function ownerPaper({
  job,
  shop,
  work,
  items,
  repeatabilityMm,
  written,
  at,
  by,
  nameOf,
}: PaperFrom): OwnerPaper {
  const rounds = heightRounds(job).filter((round) => isRideRound(round) && isLevelled(round))
  const back = work ? backOnWheelsMs(work.run) : null
  const after =
    back === null ? undefined : rounds.find(({ endedAt }) => Date.parse(endedAt) >= back)
  const before = roundBefore(job, after)
  const finding = job.watches.findLast(({ finding: found }) => found !== null)?.finding
  const planned = lastOf(job.proof, 'return')
  const told = job.conclusions.at(-1)?.sentence ?? finding?.sentence
  const [unasked, unseen] = [notAskedWords(job.complaint), notSeenWords(job.arrival)]
  const line = (item: ProofItem): string => {
    const told = toldWords(item.told, nameOf)
    return `${ITEM_WORDS[item.id]}: ${itemSentence(item)}${told ? ` (${told})` : ''}`
  }
  return {
    title: titleOf(job),
    shop: shop.name,
    plate: job.vehicle.plate,
    simulated: job.vehicle.simulated ?? false,
    car: `${job.vehicleType.name}${job.vehicle.vin ? `, VIN ${job.vehicle.vin}` : ''}`,
    at,
    by,
    complaint: job.complaint.words || complaintWords(job.complaint),
    found: told ?? 'No single fault was written down.',
    closedReason: job.closedReason ?? '',
    before: stood(job, before, repeatabilityMm),
    after: stood(job, after, repeatabilityMm),
    done: doneWords(job, work, back !== null),
    torques: written.withTorques ? torqueRows(work) : [],
    missing: items.filter(({ state }) => state !== 'shown').map(line),
    shown: items
      .filter(({ state, id, declined }) => state === 'shown' && id !== 'temporary' && !declined)
      .map(line),
    declined: items
      .filter(({ declined }) => declined)
      .map(({ id, words }) => `${ITEM_WORDS[id]}. ${words}`),
    notAsked: [
      ...(unasked.length > 0 ? [`Not asked: ${unasked.join(', ')}.`] : []),
      ...(unseen.length > 0 ? [`Not looked at on arrival: ${unseen.join(', ')}.`] : []),
    ],
    again: planned?.content.dueAt ?? null,
    cautions: cautionsOf(job),
    written,
    photos: written.photoIds.map((id) => ({
      id,
      words: job.photos.find((photo) => photo.id === id)?.caption ?? '',
    })),
  }
}
