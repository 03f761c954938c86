import { expose } from 'comlink'
import type {
  BookChanges,
  Circumstances,
  Evidence,
  Reasoned,
  VehicleKnowledge,
} from '@anklet/core/reasoning/diagnosis'
import { bookWith, knowledgeOf, reason } from '@anklet/core/reasoning/diagnosis'
import type { Architecture } from '@anklet/core/base/vehicle'

/** A vehicle, and what was found on it. */
export interface DiagnosisRequest {
  readonly architecture: Architecture
  readonly changes: BookChanges
  readonly circumstances: Circumstances
  readonly evidence: readonly Evidence[]
}
/** What it could be; or the pieces of evidence that cannot stand together. */
export type DiagnosisAnswer =
  | {
      readonly kind: 'reasoned'
      readonly reasoned: Reasoned
      readonly costs: Readonly<Record<string, number>>
    }
  | { readonly kind: 'contradiction'; readonly items: readonly Evidence[] }
  | { readonly kind: 'broken' }

// A job asks again and again of one vehicle.
let last: { readonly of: string; readonly known: VehicleKnowledge } | null = null

function knownOf(
  architecture: Architecture,
  changes: BookChanges,
  circumstances: Circumstances,
): VehicleKnowledge {
  const of = JSON.stringify([architecture, changes, circumstances])
  if (last?.of !== of)
    last = { of, known: knowledgeOf(bookWith(changes), architecture, circumstances) }
  return last.known
}

const api = {
  /** Repair costs and check costs in minutes of work, by id. */
  work({ architecture, changes, circumstances, evidence }: DiagnosisRequest): DiagnosisAnswer {
    const known = knownOf(architecture, changes, circumstances)
    const began = performance.now()
    const answer = reason(known, evidence)
    performance.measure('anklet.diagnosis', { start: began, end: performance.now() })
    if (!answer.ok)
      return answer.error.code === 'contradiction'
        ? { kind: 'contradiction', items: answer.error.items }
        : { kind: 'broken' }
    return {
      kind: 'reasoned',
      reasoned: answer.value,
      costs: Object.fromEntries([
        ...known.causes.map(({ id, repairCost }) => [id, repairCost] as const),
        ...known.checks.map(({ id, cost }) => [id, cost] as const),
      ]),
    }
  },
}

/** What the worker does. */
export type DiagnosisWorker = typeof api

// Imported by a test there is nobody to answer.
if (typeof WorkerGlobalScope !== 'undefined') expose(api)
