import type { Part, Job } from '@anklet/contract'
import { SHELF_KIND } from '../job/model/shelfParts.ts'
import { stepsWords } from '@anklet/language/work/plan'
import { list, placeWords } from '@anklet/language/plain/corners'
import type { SameSteps } from './planFold.ts'
import type {
  PlanStep,
  ProcedureBook,
  BookJob,
  ShopWay,
  Support,
  WantedJob,
} from '@anklet/core/work/procedure'
import { applies, placesFrom } from '@anklet/core/work/procedure'
import type { Corner, Place } from '@anklet/core/base/vehicle'
import { WALK, hasAirAtCorner } from '@anklet/core/base/vehicle'
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

/** Whether a job can be done there, whatever else is chosen. */
export const possible = (
  { when }: BookJob,
  { vehicleType: { architecture } }: Job,
  { support, way }: Chosen,
  place: Place,
): boolean =>
  applies(
    when,
    { architecture, support, way, flat: new Set(), converted: new Set(), refills: true },
    place,
  )

/** Corners at which a job can be done on that car; empty for a job of the whole car. */
export const cornersFor = (each: BookJob, job: Job, chosen: Chosen): readonly Corner[] =>
  each.at === 'car'
    ? []
    : WALK.filter((corner) =>
        placesFrom(each.at, corner, job.vehicleType.architecture).some((place) =>
          possible(each, job, chosen, place),
        ),
      )

/** What a step waits for, in words; what shares a reason is said once. @param all steps, by key */
export function reasonsOf(
  step: PlanStep,
  all: ReadonlyMap<string, PlanStep>,
  book: ProcedureBook,
): readonly string[] {
  const reasons = step.after.flatMap(({ key, fact }) => {
    if (fact === null) return []
    const place = all.get(key)?.place
    const words = book.facts.find(({ id }) => id === fact)?.words ?? fact
    return [place ? `${words} (${placeWords(place)})` : words]
  })
  return [...new Set(reasons)]
}

/** "9 steps rear right, the same rear left"; what is of no place is of the car. */
export function sameWords({ place, count, alsoAt }: SameSteps): string {
  const first = `${stepsWords(count)} ${place === null ? 'for the car' : placeWords(place)}`
  return alsoAt.length === 0
    ? first
    : `${first}, the same ${list(alsoAt.map((each) => placeWords(each)))}`
}

/**
 * Days until the slowest of a plan's parts is here, and which that is; null where all are, or none
 * is on the shelf.
 */
export function slowestPart(
  needed: readonly string[],
  parts: readonly Part[],
  typeId: string,
): { readonly part: string; readonly days: number } | null {
  const waits = needed.flatMap((part) => {
    const days = parts
      .filter((each) => each.typeId === typeId && each.kind === SHELF_KIND[part])
      .map(({ leadDays }) => leadDays)
    return days.length > 0 ? [{ part, days: Math.max(...days) }] : []
  })
  return waits.reduce<(typeof waits)[number] | null>(
    (most, each) => (each.days > (most?.days ?? 0) ? each : most),
    null,
  )
}
