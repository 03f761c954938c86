import type { JobSummary } from '@anklet/contract'
import type { JobFacts, NextStep, Phase, StepCode } from '@anklet/core/work/schedule'
import { isComplaint, needsNoNight } from '../causes/complaint.ts'
import { spanWords } from '../plain/times.ts'

/** What of a job the schedule looks at. */
export type Scheduled = Pick<
  JobSummary,
  | 'openedAt'
  | 'closedAt'
  | 'complaint'
  | 'hasHeights'
  | 'watch'
  | 'work'
  | 'found'
  | 'decided'
  | 'handedOver'
>

/** What the schedule needs of a job. */
export const factsOf = ({
  openedAt,
  closedAt,
  complaint,
  hasHeights,
  watch,
  work,
  found,
  decided,
  handedOver,
}: Scheduled): JobFacts => ({
  openedAt: Date.parse(openedAt),
  closed: closedAt !== null,
  hasComplaint: isComplaint(complaint),
  hasHeights,
  needsNoNight: needsNoNight(complaint),
  found,
  decided,
  handedOver,
  work: work && {
    at: work.at,
    lost: work.lost.length > 0,
    bubbles: work.bubbles.length > 0,
    handed: work.handedTo !== null,
    paused: work.paused,
    idle: work.at !== 'ready' && work.hands.length === 0,
    awaiting: work.awaiting > 0 && work.next === null,
  },
  watch: watch && { state: watch.state, plannedEndAt: Date.parse(watch.plannedEndAt) },
})

/** The next action as an order. */
export const STEP_WORDS: Readonly<Record<StepCode, string>> = {
  mendJoint: 'Make the joint tight that bubbles',
  askComplaint: 'Ask what the customer says',
  measureHeights: 'Walk the heights',
  startWatch: 'Start the watch',
  waitForMorning: 'Leave it alone',
  walkMorning: 'Walk the morning round',
  readAnswer: 'Read the answer',
  check: 'Do the next check',
  findLeak: 'Find what leaks there',
  decide: 'Decide what to do about it',
  makePlan: 'Make the plan',
  handOver: 'Hand it over',
  showAgain: 'Show it again: not so any more',
  agree: 'Agree to what was done otherwise',
  takeOver: 'Take it over',
  goOn: 'Go on with the work',
  doWork: 'Go on with the work',
  fillAir: 'Let air back in',
  beginWork: 'Begin the work',
  proveIt: 'Prove it, then hand it over',
  closeJob: 'Close the job',
  none: 'Closed',
}

/** The way on to a phase. */
export const ONWARD_WORDS: Readonly<Record<Phase, string>> = {
  intake: 'Back to the intake',
  heights: 'Go on to Heights',
  watch: 'Go on to the Watch',
  checks: 'Go on to the Checks',
  decision: 'Go on to the Decision',
  work: 'Go on to the Work',
  recommission: 'Go on to Recommission',
  calibrate: 'Go on to Calibrate',
  proof: 'Go on to the Proof',
  handover: 'Go on to the Handover',
}

/** When the next action is due, in words. */
export function dueWords({ urgency, dueAt, code }: NextStep, nowMs: number): string {
  if (urgency === 'closed') return ''
  if (urgency === 'waiting') return `in ${spanWords(dueAt - nowMs)}`
  const since = spanWords(nowMs - dueAt)
  if (code === 'walkMorning') return urgency === 'overdue' ? `${since} late` : `due for ${since}`
  return `waiting ${since}`
}
