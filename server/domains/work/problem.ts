import type { ProblemCode } from '@anklet/contract'
import type { Telling } from '@anklet/language/work/record'
import { refusalSentence } from '@anklet/language/work/record'
import type { WorkRefusal } from '@anklet/core/work/record'

const NOT_YET: ReadonlySet<WorkRefusal['code']> = new Set([
  'awaitsLead',
  'stepFirst',
  'factFirst',
  'waitFirst',
  'gateShut',
  'harm',
  'notPossible',
])
/** The field at fault. */
const AT: Readonly<Partial<Record<WorkRefusal['code'], string>>> = {
  stepUnknown: 'key',
  stepDone: 'key',
  awaitsLead: 'key',
  stepFirst: 'key',
  factFirst: 'key',
  waitFirst: 'key',
  shownElsewhere: 'shownBy',
  silenceFirst: 'shown',
  underSeating: 'shown',
  gateShut: 'key',
  harm: 'key',
  notPossible: 'key',
  notShown: 'shown',
  stillPressure: 'shown',
  noTorqueHere: 'torque',
  torqueMissing: 'torque',
  torqueUnsourced: 'torque/source',
  torqueFar: 'torque/nm',
  torqueOutside: 'torque/nm',
  readingMissing: 'reading',
  readingUnsourced: 'reading/source',
  noReadingHere: 'reading',
  readingOutside: 'reading/mm',
  photoMissing: 'photoIds',
  secondMissing: 'second',
  cannotSkip: 'deviation',
  notSo: 'fact',
  nothingToApprove: 'of',
  temporaryUnseen: 'seen',
}

/** Why an entry is not taken into the record of the work. */
export function workProblem(
  refusal: WorkRefusal,
  telling: Telling,
): { readonly code: ProblemCode; readonly path: string | null; readonly sentence: string } {
  const at = AT[refusal.code]
  return {
    code:
      refusal.code === 'stepDone'
        ? 'stepDone'
        : NOT_YET.has(refusal.code)
          ? 'workNotYet'
          : 'workStops',
    path: at ? `/payload/content/${at}` : null,
    sentence: refusalSentence(refusal, telling),
  }
}
