import { DAY_PATTERN, INSTANT_PATTERN } from '@anklet/contract'
import { cornerWords } from '../plain/corners.ts'

/** A broken rule of a schema, as Ajv names it. */
export interface FieldFault {
  readonly keyword: string
  readonly params: Readonly<Record<string, unknown>>
  /** JSON pointer of the field. */
  readonly instancePath: string
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  hours: 'The time between the rounds (h)',
  startC: 'The evening temperature (°C)',
  endC: 'The morning temperature (°C)',
  person: 'Who does this',
  at: 'The time',
  supplyProved: 'That the supply is proved off',
  tagged: 'That the car is tagged',
  doorsShut: 'That the doors are shut',
  '': 'The request',
}

// Field names carry their unit at the end; said aloud it stands in brackets.
const UNITS: readonly (readonly [RegExp, string])[] = [
  [/NPerMm$/, 'N/mm'],
  [/LPerSBar$/, 'L/(s·bar)'],
  [/BarLPerH$/, 'bar·L/h'],
  [/BarG$/, 'bar gauge'],
  [/BarL$/, 'bar·L'],
  [/Cm2$/, 'cm²'],
  [/Mm$/, 'mm'],
  [/N$/, 'N'],
  [/L$/, 'L'],
  [/C$/, '°C'],
  [/K$/, 'K'],
  [/S$/, 's'],
  [/H$/, 'h'],
]

const FORMAT_WORDS: Readonly<Record<string, string>> = {
  uuid: 'id',
  date: 'date',
  'date-time': 'date and time',
}

function spoken(field: string): string {
  const known = FIELD_WORDS[field]
  if (known) return known
  const unit = UNITS.find(([ending]) => ending.test(field))
  const words = field
    .replace(unit?.[0] ?? /$^/, '')
    .replaceAll(/([A-Z])/g, ' $1')
    .toLowerCase()
    .trim()
  return `The ${words}${unit ? ` (${unit[1]})` : ''}`
}

/**
 * A field of a JSON pointer in words: `/vehicle/corners/FL/designLoadN` is "The design load (N) at
 * the front left".
 */
function fieldName(pointer: string): string {
  const parts = pointer.split('/').filter(Boolean)
  const last = parts.findLast((part) => !/^\d+$/.test(part) && !cornerWords(part)) ?? ''
  const corner = cornerWords(parts.findLast((part) => cornerWords(part)) ?? '')
  return `${spoken(last)}${corner ? ` at the ${corner}` : ''}`
}

function patternSentence(field: string, pattern: string): string {
  if (pattern === INSTANT_PATTERN)
    return `${field} is not a date and time of the years 2000 to 2099, as 2026-11-30T08:15:00Z.`
  if (pattern === DAY_PATTERN) return `${field} is not a day of the years 1900 to 2099.`
  return pattern === '\\S'
    ? `${field} must not be empty.`
    : `${field} is not written as it should be.`
}

/** What is wrong with a field, as Ajv found it. */
export function faultSentence({ keyword, params, instancePath }: FieldFault): string {
  const field = fieldName(instancePath)
  const p = params
  switch (keyword) {
    case 'required':
      return `${fieldName(`${instancePath}/${String(p['missingProperty'])}`)} is missing.`
    case 'additionalProperties':
      return `"${String(p['additionalProperty'])}" is not known here.`
    case 'type':
      return (
        `${field} must be ` +
        (p['type'] === 'number' || p['type'] === 'integer'
          ? 'a number, not text'
          : `of the kind "${String(p['type'])}"`) +
        '.'
      )
    case 'minimum':
      return `${field} must be at least ${String(p['limit'])}.`
    case 'exclusiveMinimum':
      return `${field} must be more than ${String(p['limit'])}.`
    case 'maximum':
      return `${field} must be at most ${String(p['limit'])}.`
    case 'minItems':
      return `${field} needs at least ${String(p['limit'])}.`
    case 'maxItems':
      return `${field} takes at most ${String(p['limit'])}.`
    case 'minLength':
      return `${field} must not be empty.`
    case 'pattern':
      return patternSentence(field, String(p['pattern']))
    case 'maxLength':
      return `${field} is too long: ${String(p['limit'])} characters at most.`
    case 'enum':
      return `${field} must be one of: ${(p['allowedValues'] as unknown[]).join(', ')}.`
    case 'const':
      return `${field} must be ${String(p['allowedValue'])}.`
    case 'format':
      return `${field} is not a valid ${FORMAT_WORDS[String(p['format'])] ?? 'value'}.`
    default:
      return `${field} is not understood.`
  }
}
