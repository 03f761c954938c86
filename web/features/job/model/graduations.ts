import type { Job } from '@anklet/contract'
import { isHandedOver, lastOf } from '@anklet/core/work/proof'
import type { Phase } from '@anklet/core/work/schedule'
import { nextStep, PHASES } from '@anklet/core/work/schedule'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import type { Graduation } from '../../../kit/SteelRule.tsx'
import type { Draft } from '../../../client/state/drafts.ts'
import { nextStop } from '../../../client/state/walk.ts'
import { complaintWords, isComplaint } from '@anklet/language/causes/complaint'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { sidesWords } from '@anklet/language/heights/sides'
import { factsOf, STEP_WORDS } from '@anklet/language/work/steps'
import { countdownWords } from '@anklet/language/plain/times'
import { designAt, heightRounds, meansOf } from './rounds.ts'
import { presentWatch, summaryFacts } from './watchState.ts'

function stopWords({ readings }: Draft): string {
  const stop = nextStop(readings)
  return stop ? `${CORNER_WORDS[stop.corner]}, lap ${stop.lap} of 2` : 'both laps walked'
}

function heightsWords(job: Job, draft: Draft | undefined, units: DisplayUnits): string {
  if (draft?.walking) return stopWords(draft)
  const [round] = heightRounds(job)
  if (!round) return 'walk both laps'
  const [means, design] = [meansOf(round), designAt(job, round.levelOffsetMm)]
  if (!design) return sidesWords(means, units)
  const worst = WALK.reduce((a, b) => (means[b] - design[b] < means[a] - design[a] ? b : a))
  const off = means[worst] - design[worst]
  if (Math.round(off) === 0) return 'at design height'
  return `${CORNER_WORDS[worst]} ${formatQuantity(Math.abs(off), 'height', units)} ${off < 0 ? 'low' : 'high'}`
}

function watchWords(job: Job, draft: Draft | undefined, nowMs: number): string {
  const watch = presentWatch(job)
  if (draft?.walking) return `${draft.kind === 'morning' ? 'morning: ' : ''}${stopWords(draft)}`
  if (!watch) return 'a night, supply off'
  if (watch.state === 'concluded') return 'answer on the job'
  if (watch.state === 'walked') return 'answer ready'
  const left = Date.parse(watch.plannedEndAt) - nowMs
  return left > 0 ? `${countdownWords(left)} to go` : 'morning round due'
}

const checksWords = ({ checks }: Job): string =>
  checks.length === 0
    ? 'tests at the car'
    : `${checks.length === 1 ? '1 test' : `${checks.length} tests`} done`

const decisionWords = ({ decisions, agreements, conclusions }: Job): string => {
  const newest = decisions.at(-1)
  return newest
    ? agreements.some(({ decisionId }) => decisionId === newest.id)
      ? 'agreed'
      : 'decided, not agreed yet'
    : conclusions.length > 0
      ? 'what to do about it'
      : 'after the finding'
}

function workWords({ plans, decisions, workNow }: Job): string {
  if (!workNow || workNow.at === 'ready')
    return plans.length > 0
      ? 'planned'
      : decisions.length > 0
        ? 'make the plan'
        : 'after the decision'
  return workNow.at === 'finished'
    ? 'every step done'
    : workNow.lost.length > 0
      ? 'show it again'
      : `${workNow.done} of ${workNow.of} steps`
}

const recommissionWords = ({ workNow }: Job): string =>
  workNow?.at === 'filling'
    ? 'let air back in'
    : workNow?.at === 'proving' || workNow?.at === 'finished'
      ? 'it stands'
      : 'after the work'

function calibrateWords({ proof }: Job): string {
  const last = lastOf(proof, 'calibrated')
  return !last
    ? 'sensors against the tape'
    : last.content.taught === 'no'
      ? 'looked at, not taught'
      : 'taught'
}

const proofWords = ({ workNow }: Job): string =>
  workNow?.at === 'finished' || workNow?.at === 'proving' ? 'show that it counts' : 'after the work'

function handoverWords({ proof }: Job): string {
  const handed = lastOf(proof, 'handedOver')
  return !handed ? 'the owner’s paper' : handed.content.proved ? 'proved' : 'not proved'
}

/** The graduations of a job's rule: what each phase has come to, and the next action at the one that is due. */
export function graduationsOf(
  job: Job,
  drafts: Readonly<Partial<Record<Draft['kind'], Draft>>>,
  units: DisplayUnits,
  nowMs: number,
): Graduation[] {
  const step = nextStep(factsOf(summaryFacts(job)), nowMs)
  const watch = presentWatch(job)
  const words: Record<Phase, string> = {
    intake: isComplaint(job.complaint) ? complaintWords(job.complaint) : STEP_WORDS.askComplaint,
    heights: heightsWords(job, drafts.heights, units),
    checks: checksWords(job),
    decision: decisionWords(job),
    work: workWords(job),
    recommission: recommissionWords(job),
    calibrate: calibrateWords(job),
    proof: proofWords(job),
    handover: handoverWords(job),
    watch: watchWords(job, watch?.state === 'running' ? drafts.morning : drafts.evening, nowMs),
  }
  const done: Record<Phase, boolean> = {
    intake: isComplaint(job.complaint),
    heights: heightRounds(job).length > 0,
    watch: watch?.state === 'concluded',
    checks: job.checks.length > 0 || job.conclusions.length > 0,
    decision: job.decisions.length > 0,
    work:
      job.workNow?.at === 'filling' ||
      job.workNow?.at === 'proving' ||
      job.workNow?.at === 'finished',
    recommission: job.workNow?.at === 'proving' || job.workNow?.at === 'finished',
    calibrate: job.proof.some(({ content }) => content.kind === 'calibrated'),
    proof: isHandedOver(job),
    handover: isHandedOver(job),
  }
  // A round being walked and a wait that runs say more than what is due.
  const busy = step.urgency === 'waiting' || Object.values(drafts).some(({ walking }) => walking)
  return PHASES.map((phase) => ({
    phase,
    done: done[phase],
    next: phase === step.phase && step.code !== 'none',
    words:
      phase === step.phase && !busy && step.code !== 'none' ? STEP_WORDS[step.code] : words[phase],
  }))
}
