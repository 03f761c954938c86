import type { Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner } from '@anklet/core/base/vehicle'
import type { PlanStep, ShopWay, Support, WantedJob } from '@anklet/core/work/procedure'
import { proposeJobs } from '@anklet/core/work/proposal'
import { saysPump } from '@anklet/language/repair/decision'

/** Jobs a plan of this car begins with, by its newest decision and finding. */
export function proposedJobs(job: Job): readonly WantedJob[] {
  const [decision, finding] = [job.decisions.at(-1), job.conclusions.at(-1)]
  return proposeJobs({
    architecture: job.vehicleType.architecture,
    decision: decision
      ? {
          option: decision.option,
          corner: decision.corner ?? null,
          withPump: decision.lines.some(({ words }) => saysPump(words)),
        }
      : null,
    cause: finding?.cause ?? null,
  })
}

/** Corners that came in on empty springs, as they were tapped on arrival: a complaint names none. */
export const flatOf = ({ arrival, vehicleType: { architecture } }: Job): readonly Corner[] =>
  (arrival?.flat ?? []).filter((corner) => hasAirAtCorner(architecture, corner))

/** What a plan is asked for, as it is chosen on the page. */
export interface Chosen {
  readonly jobs: readonly WantedJob[]
  readonly support: Support
  readonly way: ShopWay
  readonly alone: boolean
  readonly flat: readonly Corner[]
}

/** Jobs whose corners are said, or that have none. */
export const placed = (jobs: Chosen['jobs']): Chosen['jobs'] =>
  jobs.filter((each) => each.corners?.length !== 0)

/** What makes one plan another; the database keeps its fields in an order of its own. */
export const contentOf = ({
  jobs,
  support,
  way,
  alone,
  flat,
  order,
}: Chosen & { readonly order: readonly string[] }): string =>
  JSON.stringify([
    jobs.map(({ job, corners = [] }) => [job, ...corners]),
    support,
    way.ventBy,
    way.first,
    way.fillAt,
    way.fasteners,
    way.charge,
    alone,
    flat,
    order,
  ])

/** Keys of the steps after one of them was moved. @param to its new place */
export function movedTo(steps: readonly PlanStep[], key: string, to: number): readonly string[] {
  const keys = steps.map((step) => step.key).filter((each) => each !== key)
  return keys.toSpliced(to, 0, key)
}

/** The jobs with the line of some corners among them. */
export function withLines(jobs: Chosen['jobs'], corners: readonly Corner[]): Chosen['jobs'] {
  if (corners.length === 0) return jobs
  const line = jobs.find(({ job }) => job === 'line')
  return [
    ...jobs.filter((each) => each !== line),
    { job: 'line', corners: [...new Set([...(line?.corners ?? []), ...corners])] },
  ]
}
