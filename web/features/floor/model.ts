import type { JobSummary } from '@anklet/contract'
import type { NextStep } from '@anklet/core/work/schedule'

/** A job of the floor, and what is next of it. */
export interface Entry {
  readonly job: JobSummary
  readonly step: NextStep
}

/** What the floor has to say in one line. */
export function headline(entries: readonly Entry[]): string {
  const due = entries.filter(
    ({ step }) => step.urgency === 'overdue' || step.urgency === 'now',
  ).length
  const waiting = entries.filter(({ step }) => step.urgency === 'waiting').length
  const cars = (count: number): string => (count === 1 ? '1 car' : `${count} cars`)
  if (due === 0)
    return waiting === 0
      ? 'Nothing is due.'
      : `Nothing is due. ${cars(waiting)} left alone for the night.`
  return `${cars(due)} due${waiting > 0 ? `, ${waiting} left alone` : ''}.`
}
