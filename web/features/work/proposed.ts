import type { Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner } from '@anklet/core/base/vehicle'
import type { WantedJob } from '@anklet/core/work/procedure'
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
