import type { JobSummary } from '@anklet/contract'
import type { JobFacts, NextStep, StepCode } from '@anklet/core/schedule'
import { isComplaint } from './complaint.ts'
import { spanWords } from './times.ts'

/** What the schedule needs of a job. */
export const factsOf = ({ openedAt, closedAt, complaint, hasHeights, watch }: Pick<JobSummary, 'openedAt' | 'closedAt' | 'complaint' | 'hasHeights' | 'watch'>): JobFacts => ({
  openedAt: Date.parse(openedAt), closed: closedAt !== null, hasComplaint: isComplaint(complaint), hasHeights,
  watch: watch && { state: watch.state, plannedEndAt: Date.parse(watch.plannedEndAt) },
})

/** The next action as an order. */
export const STEP_WORDS: Readonly<Record<StepCode, string>> = {
  askComplaint: 'Ask what the customer says', measureHeights: 'Walk the heights', startWatch: 'Start the watch', waitForMorning: 'Leave it alone',
  walkMorning: 'Walk the morning round', readAnswer: 'Read the answer', closeJob: 'Close the job', none: 'Closed',
}

/** When the next action is due, in words. */
export function dueWords({ urgency, dueAt, code }: NextStep, nowMs: number): string {
  if (urgency === 'closed') return ''
  if (urgency === 'waiting') return `in ${spanWords(dueAt - nowMs)}`
  const since = spanWords(nowMs - dueAt)
  if (code === 'walkMorning') return urgency === 'overdue' ? `${since} late` : `due for ${since}`
  return `waiting ${since}`
}
