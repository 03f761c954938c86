import type { Remote } from 'comlink'
import type { PlanAnswer, PlanAsked, PlanWorker } from '../../client/workers/planWorker.ts'
import { useReckoned } from '../../client/workers/useReckoned.ts'

const makeWorker = (): Worker =>
  new Worker(new URL('../../client/workers/planWorker.ts', import.meta.url), { type: 'module' })
const askPlan = (remote: Remote<PlanWorker>, asked: PlanAsked): Promise<PlanAnswer> =>
  remote.work(asked)

/** The plan of what is chosen, composed beside the page; null while it is composed, or nothing is chosen. */
export const usePlan = (asked: PlanAsked | null): PlanAnswer | null =>
  useReckoned<PlanWorker, PlanAsked, PlanAnswer>(makeWorker, askPlan, asked, { kind: 'broken' })
