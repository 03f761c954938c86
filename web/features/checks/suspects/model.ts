import { isQuiet } from '@anklet/core/reasoning/evidence'
import type { SuspectsNow } from './useSuspects.ts'
import type { Reasoned } from '@anklet/core/reasoning/diagnosis'

/** Checks worth their minutes: the one that is advised, then the others, most telling first. */
export function worthDoing({ recommend, ranking }: Reasoned): Reasoned['ranking'] {
  const advised = ranking.filter(
    ({ check }) => recommend.kind === 'check' && check === recommend.id,
  )
  return [...advised, ...ranking.filter((each) => each.gain > 0 && !advised.includes(each))]
}

/** Whether a repair ended what was known, and nothing since speaks for a fault. */
export const isCalm = ({ old, pieces, checks }: SuspectsNow): boolean =>
  old.length > 0 && pieces.every((piece) => piece.doubted !== null || isQuiet(piece, checks))
