import type { Torque } from '@anklet/contract'
import { CONDITION_WORDS, GATE_WORDS } from '@anklet/core/work/procedure'
import type { PlanRefusal, Proof, Stretch, Support } from '@anklet/core/work/procedure'
import { NM_PER_LBF_FT } from '@anklet/core/base/units'
import type { Place } from '@anklet/core/base/vehicle'
import { stepSentence } from './record.ts'
import { CORNER_WORDS, placeWords } from '../plain/corners.ts'

export const STRETCH_WORDS: Readonly<Record<Stretch, string>> = {
  ready: 'Before anything',
  safe: 'Make it safe',
  empty: 'Let the air out, and show it',
  off: 'Take off',
  bench: 'On the bench',
  on: 'Put back',
  close: 'Close up',
  fill: 'Fill',
  down: 'Back on its wheels',
  prove: 'Prove it',
}
export const SUPPORT_WORDS: Readonly<Record<Support, string>> = {
  twoPost: 'Two-post lift',
  platform: 'Platform lift',
  driveOn: 'Drive-on lift',
  stands: 'Stands on the ground',
}
export { CONDITION_WORDS, GATE_WORDS }
export const PROOF_WORDS: Readonly<Record<Proof, string>> = {
  linkSilent: 'the link is silent',
  askedAndNothingMoved: 'a raise was asked for and nothing moved',
  linkLiftingMode: 'lifting mode read from the link',
  supportsSeen: 'supports seen and rocked, by name',
  armHeldSeen: 'seen held and tried by hand, by name',
  jointsMadeSeen: 'each joint seen made, by name',
  armsFreeSeen: 'seen that nothing is propped under an arm, by name',
  nobodyUnderSeen: 'looked under, by name',
  easedSilent: 'eased fitting silent for two minutes and bellows soft',
  valveOpenGalleryZero: 'its valve commanded open and the gallery near zero',
  gaugeZero: 'gauge near zero with its valve open',
  linesPulled: 'every line pulled to test',
  jointsSeen: 'joints seen closed',
  springsSeen: 'springs seen in place',
  linkHeights: 'heights and pressure from the link',
  bodyLiftedItself: 'the body lifted itself',
  foldsSeen: 'folds seen all round, by name',
  linkCodes: 'codes read from the link',
  wheelsOnGround: 'it stands on its wheels',
  liftingSeen: 'its lamp or message seen, by name',
  askedAndMoved: 'the module answers: asked, and something moved',
  codesByTool: 'codes read by another tool',
  pressureRead: 'pressure read at its valve',
}
export const VENT_WORDS = {
  tool: 'By the tool',
  fitting: 'By easing a fitting',
  valve: 'By the valve itself',
} as const
export const FIRST_WORDS = { top: 'Top first', bottom: 'Bottom first' } as const
export const FILL_WORDS = { hanging: 'Wheels hanging', standing: 'At standing height' } as const
/** How the car stands. */
export const BODY_WORDS = { ...FILL_WORDS, ground: 'On its wheels' } as const
export const FASTENER_WORDS = { new: 'New ones, always', inspected: 'Again, after a look' } as const
export const CHARGE_WORDS = { measured: 'Measured', over: 'A little over' } as const

/** A step with its place in it. */
export const stepWords = (words: string, place: Place): string => stepSentence({ words, place })

/**
 * A torque as it is set on the wrench: in the unit it was entered in, the other beside it. Then
 * turned on where that is asked.
 */
export function torqueWords({
  minNm,
  maxNm,
  unit = 'N.m',
}: Pick<Torque, 'minNm' | 'maxNm' | 'unit'>): string {
  const imperial = (nm: number): number => Math.round(nm / NM_PER_LBF_FT)
  const range = (min: number, max: number, of: string): string =>
    `${min === max ? min : `${min} to ${max}`} ${of}`
  const metricWords = range(minNm, maxNm, 'N.m')
  const imperialWords = range(imperial(minNm), imperial(maxNm), 'lbf.ft')
  return unit === 'N.m' ? `${metricWords} (${imperialWords})` : `${imperialWords} (${metricWords})`
}
export const turnedWords = ({ thenDegrees }: Pick<Torque, 'thenDegrees'>): string =>
  thenDegrees ? `, then ${thenDegrees}°` : ''

/** Minutes as one says them. */
export function minutesWords(minutes: number): string {
  const [hours, left] = [Math.floor(minutes / 60), Math.round(minutes % 60)]
  return hours === 0 ? `${left} min` : left === 0 ? `${hours} h` : `${hours} h ${left} min`
}

/** Why no plan can be made of what was chosen. @param jobWords what jobs are called */
export function planRefusalWords(refusal: PlanRefusal, jobWords: (id: string) => string): string {
  switch (refusal.code) {
    case 'jobsExclude':
      return (
        `“${jobWords(refusal.jobs[0])}” and “${jobWords(refusal.jobs[1])}” cannot both ` +
        `be done${refusal.place === null ? '' : ` at the ${placeWords(refusal.place)}`}: ` +
        'one takes away what the other works on.'
      )
    case 'jobNotHere': {
      const where = refusal.place === null ? 'on this car' : `at the ${placeWords(refusal.place)}`
      return `There is nothing for “${jobWords(refusal.job)}” ${where}.`
    }
    case 'cornersMissing':
      return `Tap the corners for “${jobWords(refusal.job)}”.`
    case 'halfAnAxle':
      return 'An axle goes to coils as a whole: tap both its corners.'
    case 'flatWithoutAir':
      return `The ${CORNER_WORDS[refusal.corner]} has no air spring to be flat.`
    case 'jobTwice':
      return `“${jobWords(refusal.job)}” is there twice.`
    case 'jobUnknown':
      return `The procedures know no job “${refusal.job}”. It was made with others: choose again.`
    case 'nothingGives':
    case 'severalGive':
    case 'cycle':
      return 'The shop’s procedures do not hang together for this. Look at the shelf.'
  }
}

/** So many steps. */
export const stepsWords = (count: number): string => (count === 1 ? 'one step' : `${count} steps`)
