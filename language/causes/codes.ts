import type { CodeReading, CodeText } from '@anklet/contract'
import type { CodeRefusal, CodeStatus, FaultCode, ReportRemark } from '@anklet/core/reasoning/codes'
import { codeText, decode } from '@anklet/core/reasoning/codes'
import { quietOf, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { placeWords } from '../plain/corners.ts'

export const STATUS_WORDS: Readonly<Record<CodeStatus, string>> = {
  present: 'there now',
  stored: 'stored',
  pending: 'pending',
}

const ORIGIN_WORDS = {
  standard: 'a number of the standard',
  maker: 'the maker’s own number',
  unassigned: 'a number the standard leaves unassigned',
} as const

/** What the structure of a code says by itself. */
export function decodedWords(code: FaultCode): string {
  const { system, origin, subsystem, failure } = decode(code)
  const type =
    code.failureType === null
      ? ''
      : failure
        ? `; failure type ${code.failureType}: ${failure.kind}${failure.words ? `, ${failure.words}` : ''}`
        : `; failure type ${code.failureType}, which the standard keeps for later`
  return `${system}, ${ORIGIN_WORDS[origin]}${subsystem ? `, ${subsystem}` : ''}${type}`
}

/** Why what was typed is no code. */
export function codeRefusalWords(refusal: CodeRefusal): string {
  switch (refusal.code) {
    case 'empty':
      return 'Type the code first: a letter and four figures.'
    case 'noLetter':
      return `“${refusal.text}” does not begin with P, C, B or U.`
    case 'firstDigit':
      return `The first figure of “${refusal.text}” must be 0 to 3.`
    case 'figure':
      return `“${refusal.text}” holds something that is neither 0 to 9 nor A to F.`
    case 'failureType':
      return `The failure type at the end of “${refusal.text}” needs two figures.`
    case 'length':
      return `“${refusal.text}” must have four figures after its letter, and perhaps two more for the failure type.`
  }
}

/** What a person should know of a report that was read in. */
export function remarkWords({ line, kind, text }: ReportRemark): string {
  switch (kind) {
    case 'twice':
      return `Line ${line}: ${text} came before; it is kept once.`
    case 'notACode':
      return `Line ${line}: “${text}” is no code and was left out.`
    case 'tooMany':
      return `Line ${line}: ${text} is one code too many and was left out.`
  }
}

const FROM_WORDS: Readonly<Record<CodeReading['from'], string>> = {
  link: 'read by the link',
  report: 'out of a tool’s report',
  typed: 'typed in',
}
export const readingWords = ({ from, tool, codes }: CodeReading): string =>
  `${codes.length === 0 ? 'none' : codes.map(codeText).join(', ')}, ${FROM_WORDS[from]}${tool ? ` (${tool})` : ''}`

const CODES = SHIPPED_BOOK.checks.find(({ id }) => id === 'codes')!
/** Said of a reading as a whole, never of one code. */
const OF_A_READING: ReadonlySet<string> = new Set([quietOf(CODES), 'storedOnly'])
/** What a code may point to: the loud answers of the check. */
export const POINTS: readonly { readonly id: string; readonly words: string }[] =
  CODES.outcomes.filter(({ id }) => !OF_A_READING.has(id))
export const pointWords = (id: string): string =>
  POINTS.find((point) => point.id === id)?.words.toLowerCase() ?? id

/** What a code means on this vehicle type, and where. */
export const meaningWords = ({ words, place }: CodeText): string =>
  place === null || words.toLowerCase().includes(placeWords(place))
    ? words
    : `${words}, ${placeWords(place)}`
