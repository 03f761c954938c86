import { usualArchitecture } from '@anklet/core/base/vehicle'
import { diagnoseSentence } from '@anklet/language/problems/diagnosis'
import type { DiagnoseRequest } from '@anklet/contract'
import type { VehicleKnowledge } from '@anklet/core/reasoning/diagnosis'
import { diagnose, knowledgeOf, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import type { CalculationOutcome } from './outcome.ts'

/** Where nothing is said of the vehicle: air all round, open, nothing left out. */
const USUAL: NonNullable<DiagnoseRequest['architecture']> = usualArchitecture({
  air: { front: 'strut', rear: 'strut' },
  reservoir: true,
  pressureSensor: 'gallery',
})

const MOST_KEPT = 8
const kept = new Map<string, VehicleKnowledge>()
/** The shipped knowledge of a vehicle laid out so: laid out once for each, as far as there is room. */
function shippedFor(
  architecture: NonNullable<DiagnoseRequest['architecture']>,
  km: number | undefined,
): VehicleKnowledge {
  const of = JSON.stringify([architecture, km])
  const known = kept.get(of)
  if (known) return known
  const made = knowledgeOf(SHIPPED_BOOK, architecture, km === undefined ? {} : { km })
  const [oldest] = kept.keys()
  if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest)
  kept.set(of, made)
  return made
}

/** Which fault it could be, and which check is worth doing next. */
export function runDiagnosis({
  knowledge,
  architecture = USUAL,
  km,
  evidence,
}: DiagnoseRequest): CalculationOutcome {
  const answer = diagnose(knowledge ?? shippedFor(architecture, km), evidence)
  if (answer.ok) return answer
  return {
    ok: false,
    error: {
      code: answer.error.code === 'contradiction' ? 'contradiction' : 'knowledgeUneven',
      sentence: diagnoseSentence(answer.error),
    },
  }
}
