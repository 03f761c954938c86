import type { CalibrationFault } from '@anklet/core/measuring/calibration'
import type { Joint, ProofItem, ProofItemId, ProofWhy, Told } from '@anklet/core/work/proof'
import type { Axle, Corner, Place } from '@anklet/core/base/vehicle'
import { format } from 'date-fns'
import { capital, CORNER_WORDS, list, placeWords } from '../plain/corners.ts'

/** What is to be shown, as a heading; also on the owner's paper. */
export const ITEM_WORDS: Readonly<Record<ProofItemId, string>> = {
  steps: 'The work itself',
  deviations: 'What was done otherwise, agreed',
  temporary: 'Everything temporary is back',
  torque: 'Torques the steps ask for',
  corners: 'The right corner moves',
  soap: 'Soap on every joint that was opened',
  trim: 'Trim back, after the joints',
  levels: 'All levels up and down',
  heights: 'Heights within what the tape can be sure of',
  leftRight: 'Left as high as right',
  sensors: 'Sensors agree with the tape',
  codes: 'No codes present',
  roadTest: 'Road test',
  alignment: 'Alignment',
  again: 'Measured again later',
}

const JOINT_WORDS: Readonly<Record<Joint, string>> = {
  ...CORNER_WORDS,
  pump: 'pump',
  block: 'valve block',
  reservoir: 'reservoir',
  dryer: 'dryer',
  eased: 'eased fitting of reservoir or gallery',
}
/** A joint as it is spoken. */
export const jointWords = (joint: Joint): string => JOINT_WORDS[joint]

const WHY: Readonly<Record<ProofWhy, string>> = {
  noRound: 'Walk a round levelled with the engine on, standing as it will be driven.',
  noSpecification:
    'No specification for this level is on record, so nothing can be called in or out.',
  undecided: 'Too near the limit for this tape: more readings decide.',
  noReports: 'The round holds nothing of what the module reports: walk one with it.',
  calibrateFirst: 'A new sensor or module knows its angle, not the height: calibrate it.',
  lowered: 'Low all round, and the sensors agree: lowered on purpose, and not calibrated away.',
  apart: 'Tape and sensor lie apart.',
  soapFirst: 'It stays off until every joint is shown tight.',
  notLevelled:
    'The round since was not of a car that levelled itself: walk one levelled, engine on.',
  before: 'That was seen before the work. Look again now.',
}

const places = (list_: readonly Place[]): string =>
  list(list_.map((place) => placeWords(place, 'the car itself')))

/** How one thing stands, in a sentence. */
export function itemSentence({ id, state, places: at, joints, why, words }: ProofItem): string {
  const where = joints.length > 0 ? list(joints.map(jointWords)) : places(at)
  if (state === 'shown')
    return (
      words ||
      {
        steps: '',
        deviations: '',
        temporary: 'Nothing is left.',
        torque: 'Each is on record with what it was set to.',
        corners: 'Told one at a time, the right one moved.',
        soap: 'Every one is tight.',
        trim: 'Put back after the soap.',
        levels: 'Visited, and it stood.',
        heights: 'In, all four.',
        leftRight: 'Within the limit.',
        sensors: 'A fresh round says so.',
        codes: 'Read after the work: none.',
        roadTest: 'Driven.',
        alignment: 'Booked.',
        again: 'Planned.',
      }[id]
    )
  const because = why ? WHY[why] : ''
  if (state === 'against')
    return [
      {
        corners: 'Another corner moved than was told: lines or plugs are crossed.',
        soap: `It bubbles: ${where}.`,
        heights: `Out: ${where}.`,
        leftRight: `It leans: ${where}.`,
        codes: 'Codes are present.',
        roadTest: 'Something was heard or felt.',
        sensors: where ? `${capital(where)}.` : '',
        trim: 'It went on before the joints were shown tight.',
      }[id as string] ?? '',
      because,
      words,
    ]
      .filter(Boolean)
      .join(' ')
  return (
    [
      {
        deviations: `Done otherwise, and nobody has agreed: ${words}.`,
        steps: `Steps are left${where ? `: ${where}` : ''}.`,
        temporary: `Not all is back yet${where ? `: ${where}` : ''}.`,
        torque: `Not set: ${where}.`,
        soap: `Not shown yet: ${where}.`,
        trim: `Still off: ${where}.`,
        heights: where ? `${capital(where)}.` : '',
        leftRight: where ? `${capital(where)}.` : '',
      }[id as string] ?? '',
      because,
    ]
      .filter(Boolean)
      .join(' ') || 'Not shown yet.'
  )
}

/** What the whole of it comes to. */
export function proofHeadline(items: readonly ProofItem[]): string {
  const [bad, open] = [
    items.filter(({ state }) => state === 'against').length,
    items.filter(({ state }) => state === 'missing').length,
  ]
  if (bad + open === 0) return 'It is proved.'
  const things = (n: number): string => (n === 1 ? 'One thing' : `${n} things`)
  return bad > 0
    ? `${things(bad)} ${bad === 1 ? 'is' : 'are'} not right${open > 0 ? `, ${open} not shown yet` : ''}.`
    : `${things(open)} ${open === 1 ? 'is' : 'are'} not shown yet.`
}

/** What is wrong with a sensor, and what to look for. */
export const FAULT_WORDS: Readonly<Record<CalibrationFault, string>> = {
  reversed: 'falls as the car rises: mounted the other way round, or its plug turned',
  slope: 'moves more or less than the car: a bent or wrong link',
  nonlinear: 'does not follow a straight line: a worn sensor, or a link that binds',
  hysteresis: 'says one thing rising and another falling: a worn link',
  range: 'is out of its range',
  tooFewPoints: 'was seen at too few levels: at least three heights',
  stuck: 'does not move at all: its link is off',
}

/** A sensor as it is spoken. */
export const sensorWords = (id: Corner | Axle): string =>
  id === 'front' || id === 'rear' ? `${id} axle sensor` : `${CORNER_WORDS[id]} sensor`

const TOLD_WORDS: Readonly<Record<Told['by'], string>> = {
  word: 'said',
  test: 'by a test, one corner at a time',
  round: 'by a round with the tape',
  calibration: 'by the levels visited',
  codes: 'by the codes as they were read',
  watch: 'by a watch that was started',
}

/** By what and when something was told; empty where the record of the steps tells it. */
export function toldWords(told: Told | null, nameOf: (person: string) => string): string {
  if (!told) return ''
  const by = told.person === null ? TOLD_WORDS[told.by] : `said by ${nameOf(told.person)}`
  return `${by}, ${format(new Date(told.atMs), 'd MMM yyyy, HH:mm')}`
}
