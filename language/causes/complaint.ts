import type { Complaint } from '@anklet/contract'
import { capital, cornersInWords } from '../plain/corners.ts'

export const WHEN_WORDS: Readonly<Record<Complaint['when'][number], string>> = {
  overnight: 'down overnight',
  hours: 'down within hours',
  driving: 'sinks while driving',
  loaded: 'low only when loaded',
  sometimes: 'sometimes, not always',
}
export const SIGN_WORDS: Readonly<Record<Complaint['signs'][number], string>> = {
  hiss: 'hissing heard',
  slowRise: 'slow to rise',
  pumpOften: 'pump runs often',
  pumpNever: 'pump never heard',
  pumpLoud: 'pump loud',
  pumpDriving: 'pump runs while driving',
  message: 'warning message',
  speedLimit: 'speed limited',
  afterRepair: 'since a repair',
  pumpReplaced: 'pump already replaced',
}

/** Whether anything has been said yet. */
export const isComplaint = ({ where, when, signs, denied = [], words }: Complaint): boolean =>
  where.length + when.length + signs.length + denied.length > 0 || words.trim() !== ''

/** A complaint nobody has made yet. */
export const NO_COMPLAINT: Complaint = { where: [], when: [], signs: [], words: '' }

/** The complaint in a few words, for a list. */
export function complaintWords({ where, when, signs, words }: Complaint): string {
  const taps = [...when.map((tap) => WHEN_WORDS[tap]), ...signs.map((tap) => SIGN_WORDS[tap])]
  const place = where.length > 0 ? cornersInWords(where) : ''
  const said = [place, ...taps].filter(Boolean).slice(0, 3).join(', ')
  return capital(said || words.trim() || 'nothing said yet')
}

/** An audible leak or a car that does not rise needs no night: soap finds it sooner. */
export const needsNoNight = ({ signs }: Complaint): boolean =>
  signs.includes('hiss') || signs.includes('pumpNever')

/** What nobody asked of the complaint: neither said nor denied. */
export function notAskedWords({ where, when, signs, denied = [] }: Complaint): readonly string[] {
  const asked = new Set<string>([...when, ...signs, ...denied])
  const open = (words: Readonly<Record<string, string>>): readonly string[] =>
    Object.keys(words).flatMap((tap) => (asked.has(tap) ? [] : [words[tap]!]))
  return [
    ...(where.length > 0 ? [] : ['which corners go down']),
    ...open(WHEN_WORDS),
    ...open(SIGN_WORDS),
  ]
}
