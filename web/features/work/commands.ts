import type { Intention } from '../../client/queries.ts'
import type { Chosen } from './model.ts'
import { placed } from './model.ts'

/** Keeps a plan; a job that waits for its corners is left out. */
export const makePlan = (
  jobId: string,
  { jobs, support, way, alone, flat }: Chosen,
  order: readonly string[],
): Intention<'plan.make'> => ({
  payload: {
    planId: crypto.randomUUID(),
    jobId,
    jobs: placed(jobs).map(({ job, corners }) => ({ job, ...(corners ? { corners } : {}) })),
    support,
    way,
    alone,
    flat,
    order,
  },
})
