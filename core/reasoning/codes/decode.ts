import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Origin } from './standard.ts'
import { failureOf, originOf, subsystemOf, SYSTEMS } from './standard.ts'

/** A fault code: a letter and four figures, and perhaps a failure type byte. */
export interface FaultCode {
  readonly number: string
  readonly failureType: string | null
}

/** Why a text is no code. */
export type CodeRefusal =
  | { readonly code: 'empty' }
  | {
      readonly code: 'noLetter' | 'firstDigit' | 'length' | 'figure' | 'failureType'
      readonly text: string
    }

const FIGURES = /^[0-9A-F]*$/

/**
 * A code as people and tools write it: upper or lower case, with blanks, a dash, colon or dot
 * before the failure type, O for 0 and I or L for 1.
 * Structure after ISO 15031-6: letter, origin digit, three hexadecimal figures, and two for the
 * failure type.
 */
export function readCode(text: string): Result<FaultCode, CodeRefusal> {
  const tight = text.toUpperCase().replaceAll(/[\s\-:./_]/g, '')
  if (tight === '') return refuse({ code: 'empty' })
  const letter = tight[0]!
  if (!(letter in SYSTEMS)) return refuse({ code: 'noLetter', text })
  const figures = tight.slice(1).replaceAll('O', '0').replaceAll(/[IL]/g, '1')
  if (!FIGURES.test(figures)) return refuse({ code: 'figure', text })
  if (figures.length !== 4 && figures.length !== 6)
    return refuse({ code: figures.length === 5 ? 'failureType' : 'length', text })
  if (figures[0]! > '3') return refuse({ code: 'firstDigit', text })
  return ok({
    number: letter + figures.slice(0, 4),
    failureType: figures.length === 6 ? figures.slice(4) : null,
  })
}

/** A code as it is written everywhere here: `C3104-13`. */
export const codeText = ({ number, failureType }: FaultCode): string =>
  failureType === null ? number : `${number}-${failureType}`

/** What the structure of a code says by itself. */
export interface Decoded {
  readonly system: string
  readonly origin: Origin
  /** Null where the standard names none. */
  readonly subsystem: string | null
  readonly failure: { readonly kind: string; readonly words: string | null } | null
}

/**
 * Takes a code apart by the public standard. Its text stands in a list: the standard’s, or the
 * maker’s own.
 */
export function decode({ number, failureType }: FaultCode): Decoded {
  const origin = originOf(number[0]!, number[1]!, number[2]!)
  return {
    system: SYSTEMS[number[0]!]!,
    origin,
    subsystem: subsystemOf(number, origin),
    failure: failureType === null ? null : failureOf(failureType),
  }
}
