import type { JobSummary } from '@anklet/contract'
import type { JobFacts, NextStep, StepCode } from '@anklet/core/schedule'
import { isComplaint } from './complaint.ts'
import { spanWords } from './times.ts'

/** What the schedule needs of a job. */
export const factsOf = ({
  openedAt,
  closedAt,
  complaint,
  hasHeights,
  watch,
  work,
  handedOver,
}: Pick<
  JobSummary,
  'openedAt' | 'closedAt' | 'complaint' | 'hasHeights' | 'watch' | 'work' | 'handedOver'
>): JobFacts => ({
  openedAt: Date.parse(openedAt),
  closed: closedAt !== null,
  hasComplaint: isComplaint(complaint),
  hasHeights,
  work: work && {
    at: work.at,
    lost: work.lost.length > 0,
    handed: work.handedTo !== null,
    paused: work.paused,
    idle: work.at !== 'ready' && work.hands.length === 0,
    awaiting: work.awaiting > 0 && work.next === null,
    handedOver,
  },
  watch: watch && { state: watch.state, plannedEndAt: Date.parse(watch.plannedEndAt) },
})

/** The next action as an order. */
export const STEP_WORDS: Readonly<Record<StepCode, string>> = {
  askComplaint: 'Ask what the customer says',
  measureHeights: 'Walk the heights',
  startWatch: 'Start the watch',
  waitForMorning: 'Leave it alone',
  walkMorning: 'Walk the morning round',
  readAnswer: 'Read the answer',
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

/** When the next action is due, in words. */
export function dueWords({ urgency, dueAt, code }: NextStep, nowMs: number): string {
  if (urgency === 'closed') return ''
  if (urgency === 'waiting') return `in ${spanWords(dueAt - nowMs)}`
  const since = spanWords(nowMs - dueAt)
  if (code === 'walkMorning') return urgency === 'overdue' ? `${since} late` : `due for ${since}`
  return `waiting ${since}`
}
