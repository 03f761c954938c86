import type { Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { conditionWords } from '@anklet/language/causes/arrival'
import { isComplaint } from '@anklet/language/causes/complaint'

/** Whether two lists name the same corners. */
export const sameCorners = (a: readonly Corner[], b: readonly Corner[]): boolean =>
  a.length === b.length && a.every((corner) => b.includes(corner))

/** Parts of the intake. */
export type Page = 'said' | 'seen' | 'kept'

/** The parts of the intake, and what is in them. */
export function tabsOf({
  complaint,
  arrival,
  photos,
  notes,
  repairs,
}: Job): { value: Page; words: string; hint: string }[] {
  const kept = photos.length + notes.length + repairs.length
  return [
    { value: 'said', words: 'They say', hint: isComplaint(complaint) ? 'asked' : 'not asked yet' },
    {
      value: 'seen',
      words: 'On arrival',
      hint: arrival ? conditionWords(arrival) || 'looked at' : 'not looked at yet',
    },
    { value: 'kept', words: 'Photos, notes, mended', hint: kept === 0 ? 'none yet' : String(kept) },
  ]
}
