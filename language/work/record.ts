import type { SetAsideRecord } from '@anklet/contract'
import type { FactAt, PlanStep, ProcedureBook, ShownBy } from '@anklet/core/work/procedure'
import { CONDITION_WORDS, GATE_WORDS, PLACE_WORDS } from '@anklet/core/work/procedure'
import type { WorkRefusal, ReadingRefusal } from '@anklet/core/work/record'
import { placeWords } from '../plain/corners.ts'

/** What sentences are made of. */
export interface Telling {
  readonly book: ProcedureBook
  readonly steps: readonly PlanStep[]
  nameOf(person: string): string
}

/** Something that is so or not, with its place. */
export function factSentence(book: ProcedureBook, { fact, place }: FactAt): string {
  const words = book.facts.find(({ id }) => id === fact)?.words ?? fact
  return place === null ? words : `${placeWords(place)}: ${words}`
}

/** A joint that was opened, as it is named: a corner's line, or of what feeds them all. */
export const jointSentence = (joint: string): string =>
  joint in PLACE_WORDS
    ? PLACE_WORDS[joint as keyof typeof PLACE_WORDS]
    : joint === 'block'
      ? 'valve block'
      : joint

/** A step with its place in it. */
export const stepSentence = ({ words, place }: Pick<PlanStep, 'words' | 'place'>): string =>
  words.replaceAll('{place}', placeWords(place, ''))

/** What shows a step, as it is asked for. */
export const SHOWN_BY_WORDS: Readonly<Record<ShownBy, string>> = {
  measured: 'a round walked',
  corners: 'each corner told, and the right one moved',
  soap: 'soap on every joint that was opened, all tight',
  levels: 'every level up and down',
  heights: 'a round walked levelled, engine on',
  codes: 'the codes read, none present',
  roadTest: 'a road test',
  alignment: 'alignment booked or declined',
  calibrated: 'the calibration',
  charged: 'the charge written down',
}

/** What a gate asks for and does not find. */
export const gateSentence = ({
  gate,
  missing,
}: Pick<Extract<WorkRefusal, { code: 'gateShut' }>, 'gate' | 'missing'>): string =>
  `${GATE_WORDS[gate]}: ${missing.map((condition) => CONDITION_WORDS[condition]).join('; ')}`

type TorqueRefusal = Extract<
  WorkRefusal,
  {
    readonly code:
      'noTorqueHere' | 'torqueMissing' | 'torqueUnsourced' | 'torqueFar' | 'torqueOutside'
  }
>

/** What is wrong with the torque of a step. */
function torqueSentence(refusal: TorqueRefusal, book: ProcedureBook): string {
  const torque = (id: string): string => book.fasteners[id]?.words ?? id
  switch (refusal.code) {
    case 'noTorqueHere':
      return 'Nothing is torqued in this step.'
    case 'torqueMissing':
      return `The torque is missing: ${torque(refusal.fastener)}.`
    case 'torqueUnsourced':
      return `The shop’s sheet has no torque for this, ${torque(refusal.fastener)}: say where yours is written.`
    case 'torqueFar':
      return (
        `${refusal.nm.toFixed(1)} N.m is far from ${refusal.range.minNm} to ` +
        `${refusal.range.maxNm} N.m. Is the unit right?`
      )
    case 'torqueOutside':
      return (
        `${refusal.nm.toFixed(1)} N.m is outside ${refusal.range.minNm} to ` +
        `${refusal.range.maxNm} N.m: say why, and a lead agrees.`
      )
  }
}

/** What is wrong with what was measured in a step. */
function readingSentence(refusal: ReadingRefusal): string {
  switch (refusal.code) {
    case 'readingMissing':
      return 'Measure the distance, and type what it is.'
    case 'readingUnsourced':
      return 'The vehicle type has no distance for this: say where yours is written.'
    case 'noReadingHere':
      return 'Nothing is measured in this step.'
    case 'readingOutside': {
      const { lowerMm, upperMm } = refusal.setting
      return (
        `${refusal.mm.toFixed(1)} mm is outside ${lowerMm} to ${upperMm} mm: set it again, ` +
        'or say why it stays so.'
      )
    }
  }
}

/** Why something is not taken into the record of the work, as server and page say it alike. */
export function refusalSentence(refusal: WorkRefusal, { book, steps, nameOf }: Telling): string {
  const step = (key: string): string => {
    const found = steps.find((each) => each.key === key)
    return found ? stepSentence(found) : key
  }
  switch (refusal.code) {
    case 'notHands':
      return 'Take the work over first: somebody else has it.'
    case 'paused':
      return `${nameOf(refusal.by)} paused this work. Go on with it first.`
    case 'stepUnknown':
      return 'This step is not in the plan any more.'
    case 'stepDone':
      return `${nameOf(refusal.by)} has confirmed this already.`
    case 'awaitsLead':
      return 'Not yet: a lead has to agree first to what was done otherwise.'
    case 'stepFirst':
      return `Not yet: first “${step(refusal.key)}”.`
    case 'factFirst':
      return `Not yet. First it must be so: ${refusal.missing.map((each) => factSentence(book, each)).join('; ')}.`
    case 'waitFirst':
      return `Not yet: the wait after “${stepSentence(refusal.wait.step)}” is not over.`
    case 'silenceFirst':
      return (
        `Silence shows nothing before the wait after “${stepSentence(refusal.wait.step)}” is over. ` +
        'A gauge tells sooner.'
      )
    case 'shownElsewhere':
      return `This is done once it is on record: ${refusal.by.map((each) => SHOWN_BY_WORDS[each]).join('; ')}.`
    case 'underSeating': {
      const where = refusal.corner ? ` at the ${placeWords(refusal.corner)}` : ''
      return (
        `${refusal.barG.toFixed(1)} bar${where} is under the seating pressure of this type, ` +
        `${refusal.seatingBarG.toFixed(1)} bar: the spring does not carry yet.`
      )
    }
    case 'gateShut':
      return `Not yet, ${gateSentence(refusal)}.`
    case 'harm':
      return (
        'Not yet: as the car stands now, that would break something or hurt somebody. ' +
        'Look at what is open and what is live.'
      )
    case 'notPossible':
      return 'Not yet: as the car stands now that cannot be done.'
    case 'notShown': {
      const where = refusal.corner ? `, ${placeWords(refusal.corner)}` : ''
      return `Say how it was shown: ${CONDITION_WORDS[refusal.condition]}${where}.`
    }
    case 'stillPressure': {
      const where = refusal.corner ? ` at the ${placeWords(refusal.corner)}` : ''
      return `There are still ${refusal.barG.toFixed(1)} bar${where}: it is not empty.`
    }
    case 'noTorqueHere':
    case 'torqueMissing':
    case 'torqueUnsourced':
    case 'torqueFar':
    case 'torqueOutside':
      return torqueSentence(refusal, book)
    case 'readingMissing':
    case 'readingUnsourced':
    case 'noReadingHere':
    case 'readingOutside':
      return readingSentence(refusal)
    case 'photoMissing':
      return 'This step wants a photo, or the reason why there is none.'
    case 'secondMissing':
      return 'Say who lent the second hand.'
    case 'cannotSkip':
      return 'This step cannot be left out: a gate rests on it, it undoes a change, or something is tightened in it.'
    case 'notSo':
      return 'That does not stand on record now.'
    case 'nothingToApprove':
      return 'Nothing waits for that word any more.'
    case 'ownApproval':
      return 'Somebody else agrees to what you did otherwise.'
    case 'temporaryUnseen':
      return (
        'Look at what was left changed first: ' +
        `${refusal.missing.map((each) => factSentence(book, each)).join('; ')}.`
      )
  }
}

/** Records that were set aside. */
export const SET_ASIDE_WORDS: Readonly<Record<SetAsideRecord['kind'], string>> = {
  codes: 'Codes read',
  evidence: 'Found',
  check: 'Test',
  log: 'Log',
  work: 'Step of the work',
  proof: 'Calibration',
  reported: 'Heights the module reported beside the tape',
}
