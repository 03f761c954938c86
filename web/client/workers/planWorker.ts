import { expose } from 'comlink'
import type { Plan, PlanRefusal, PlanRequest, ProcedureBook } from '@anklet/core/work/procedure'
import { composePlan, SHIPPED_PROCEDURES } from '@anklet/core/work/procedure'

/** A plan; why there is none; or that it could not be made. */
export type PlanAnswer =
  | { readonly kind: 'plan'; readonly plan: Plan }
  | { readonly kind: 'refused'; readonly refusal: PlanRefusal }
  | { readonly kind: 'broken' }
/** What is asked. `book` null: the procedures that ship. */
export interface PlanAsked extends PlanRequest {
  readonly book: ProcedureBook | null
}

const api = {
  work({ book, ...request }: PlanAsked): PlanAnswer {
    const made = composePlan(book ?? SHIPPED_PROCEDURES, request)
    return made.ok ? { kind: 'plan', plan: made.value } : { kind: 'refused', refusal: made.error }
  },
}

/** What the worker does. */
export type PlanWorker = typeof api

expose(api)
