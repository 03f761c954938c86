import type { Repair } from '@anklet/contract'
import { capital, cornersInWords } from '../plain/corners.ts'

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
