import type { Mended } from '@anklet/core/reasoning/evidence'
import { list, capital, cornersInWords } from '../plain/corners.ts'
import type { Repair } from '@anklet/contract'

export const PART_WORDS: Readonly<Record<Repair['part'], string>> = {
  airSpring: 'air spring',
  strut: 'strut',
  shock: 'air shock',
  line: 'line or fitting',
  valveBlock: 'valve block',
  compressor: 'compressor',
  relay: 'relay',
  dryer: 'dryer',
  reservoir: 'reservoir',
  sensor: 'height sensor',
  module: 'module',
  coils: 'coils instead of air',
  other: 'something else',
}

/** A repair in a few words. */
export function repairWords({ part, corners, words }: Repair): string {
  const what =
    part === 'other' && words.trim()
      ? words.trim()
      : `${PART_WORDS[part]}${words.trim() ? ` (${words.trim()})` : ''}`
  return capital(corners.length > 0 ? `${what}, ${cornersInWords(corners)}` : what)
}

/** What a repair put in, in words. */
export const mendedWords = ({ parts }: Pick<Mended, 'parts'>): string =>
  capital(
    list(
      parts.map(
        ({ part, corners }) =>
          PART_WORDS[part as Repair['part']] +
          (corners.length > 0 ? ` ${cornersInWords(corners)}` : ''),
      ),
    ),
  )
