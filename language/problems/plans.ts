import type { PlanRefusal, ProcedureFault } from '@anklet/core/work/procedure'
import type { Place } from '@anklet/core/base/vehicle'
import { CORNER_WORDS, placeWords } from '../plain/corners.ts'

const at = (place: Place): string =>
  place === null ? 'on this car' : `at the ${placeWords(place)}`

/** Why jobs make no plan. */
export function planSentence(refusal: PlanRefusal): string {
  switch (refusal.code) {
    case 'jobUnknown':
      return `There is no job called "${refusal.job}".`
    case 'jobTwice':
      return `The job "${refusal.job}" is wanted twice ${at(refusal.place)}.`
    case 'jobNotHere':
      return `There is nothing for the job "${refusal.job}" ${at(refusal.place)}: this layout has none.`
    case 'cornersMissing':
      return `Say at which corners the job "${refusal.job}" is to be done.`
    case 'halfAnAxle':
      return 'An axle goes to coils as a whole: name both its corners.'
    case 'flatWithoutAir':
      return `The ${CORNER_WORDS[refusal.corner]} has no air spring: it cannot have come in flat.`
    case 'jobsExclude':
      return (
        `"${refusal.jobs[0]}" and "${refusal.jobs[1]}" cannot both be done ` +
        `${at(refusal.place)}: one takes away what the other works on.`
      )
    case 'nothingGives':
      return `The step "${refusal.step}" needs "${refusal.fact}", and nothing gives that here.`
    case 'severalGive':
      return (
        `The step "${refusal.step}" needs "${refusal.fact}", and several steps give ` +
        `it: ${refusal.givers.join(', ')}.`
      )
    case 'cycle':
      return `These steps wait for one another in a circle: ${refusal.steps.join(', ')}.`
  }
}

type Coded<Fault, Key extends string> = Extract<Fault, Readonly<Record<Key, string>>>
const UNKNOWN: Readonly<Record<Coded<ProcedureFault, 'what'>['code'], (what: string) => string>> = {
  twice: (what) => `"${what}" is there twice.`,
  unknownTool: (what) => `It asks for a tool "${what}" that is not in the list of tools.`,
  unknownUse: (what) => `It uses up "${what}", which is not in the list.`,
  unknownPart: (what) => `It fits a part "${what}" that is not in the list of parts.`,
  unknownWord: (what) => `Its words leave "{${what}}" open, and nothing fills that.`,
  unknownFastener: (what) => `It speaks of a fastener "${what}" that is not in the list.`,
  unknownFact: (what) => `It speaks of "${what}", which is no fact of this book.`,
  unknownStep: (what) => `There is no step "${what}".`,
  nothingGives: (what) => `It needs "${what}", and no step gives that.`,
  severalGive: (what) => `It needs "${what}", and several steps give that.`,
}
const FASTENED: Readonly<
  Record<Coded<ProcedureFault, 'fastener'>['code'], (fastener: string) => string>
> = {
  neverTightened: (fastener) => `"${fastener}" is loosened there and never tightened.`,
  neverLoosened: (fastener) => `"${fastener}" is tightened there, and nobody loosened it.`,
  finishedHanging: (fastener) =>
    `"${fastener}" turns in rubber and gets its last turn with the wheels hanging.`,
  severalTorques: (fastener) => `"${fastener}" is a second torque in one step: give it its own.`,
}

/** A fault of a book of procedures: where, and what is wrong. */
export function procedureFaultSentence(fault: ProcedureFault): string {
  if (fault.code === 'cycle')
    return `${fault.at}: these steps wait for one another in a circle: ${fault.steps.join(', ')}.`
  if ('what' in fault) return `${fault.at}: ${UNKNOWN[fault.code](fault.what)}`
  if ('fastener' in fault)
    return `${fault.at}: at the step "${fault.step}" ${FASTENED[fault.code](fault.fastener)}`
  const { refusal } = fault
  return (
    `${fault.at}: at the step "${refusal.step}" ` +
    (refusal.code === 'gateShut'
      ? `the gate "${refusal.gate}" would be shut: ${refusal.missing.join(', ')}`
      : refusal.code === 'harm'
        ? `it would come to harm: ${refusal.harm}`
        : `"${refusal.act}" cannot be done as things are then`) +
    '.'
  )
}
