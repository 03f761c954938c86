import type { DiagnoseRequest } from '@anklet/contract'
import type { DiagnoseRefusal, VehicleKnowledge } from '@anklet/core/reasoning/diagnosis'
import { diagnose, knowledgeOf, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { exhausted } from '@anklet/core/base/result'
import type { CalculationOutcome } from './outcome.ts'

/** Where nothing is said of the vehicle: air all round, open, nothing left out. */
const USUAL: NonNullable<DiagnoseRequest['architecture']> = {
  air: { front: 'strut', rear: 'strut' },
  layout: 'open',
  reservoir: true,
  valves: 'oneBlock',
  crossValve: { front: false, rear: false },
  sensors: { front: 'each', rear: 'each' },
  sensorMount: 'fixed',
  pressureSensor: 'gallery',
  damping: { front: 'plain', rear: 'plain' },
  levels: [{ id: 'road', offsetMm: 0 }],
  parked: { policy: 'none', checksAfterH: [] },
  matchOnFault: false,
  doorInhibit: false,
  liftingMode: 'none',
  cutOffSwitch: false,
  seatingPressureBarG: null,
  settleWaitS: null,
}

function sentenceOf(error: DiagnoseRefusal): string {
  switch (error.code) {
    case 'causeTwice':
      return `The cause "${error.id}" is there twice.`
    case 'checkTwice':
      return `The check "${error.id}" is there twice.`
    case 'outcomeTwice':
      return `The check "${error.id}" has the outcome "${String(error.outcome)}" twice.`
    case 'evidenceTwice':
      return `The check "${error.id}" is in the evidence twice. Keep the one that counts.`
    case 'unknownCheck':
      return `There is no check "${error.id}".`
    case 'unknownOutcome':
      return `The check "${error.id}" has no outcome "${String(error.outcome)}".`
    case 'unknownCause':
      return `A check speaks of a cause "${error.id}" that is not there.`
    case 'likelihoodMissing':
      return `The check "${error.id}" says nothing of the cause "${error.cause}".`
    case 'likelihoodShort':
      return `The check "${error.id}" needs one chance for each outcome of the cause "${error.cause}".`
    case 'likelihoodSum':
      return `The chances of the check "${error.id}" for the cause "${error.cause}" do not sum to 1.`
    case 'noCause':
      return 'Every cause has the weight 0. Leave at least one.'
    case 'contradiction':
      return (
        'No single fault brings all of this about: ' +
        `${error.items.map(({ check, outcome }) => `${check}: ${outcome}`).join('; ')}. ` +
        'Doubt one of them.'
      )
    default:
      return exhausted(error)
  }
}

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
      sentence: sentenceOf(answer.error),
    },
  }
}
