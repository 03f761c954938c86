import type { Readings } from './readings.ts'
import { pointsOf } from './readings.ts'

/** What is wrong with a channel, as far as its values tell. */
export type ChannelDoubt =
  | { readonly code: 'stuck' }
  | { readonly code: 'outOfRange' }
  | { readonly code: 'otherUnit'; readonly unit: 'kPa' | 'psi' | 'inch' }

/** A quantity that never changes at all over so many readings while others do is stuck. */
const STUCK_READINGS = 40

/**
 * Whether a channel's values can be what they are called.
 * @param kind `pressure` is expected in bar, `height` in mm. @param usual about what it should
 * show, in that unit; null: nobody knows.
 */
export function doubtOf(
  values: Readings,
  {
    kind,
    least,
    most,
    usual = null,
    othersMove = false,
  }: {
    readonly kind: string
    readonly least: number
    readonly most: number
    readonly usual?: number | null
    readonly othersMove?: boolean
  },
): ChannelDoubt | null {
  const read = pointsOf(values).map(({ value }) => value)
  if (read.length === 0) return null
  const middle = [...read].sort((a, b) => a - b)[Math.floor(read.length / 2)]!
  const near = (factor: number): boolean =>
    usual !== null && middle > 0.4 * usual * factor && middle < 2.5 * usual * factor
  if (kind === 'pressure' && near(100)) return { code: 'otherUnit', unit: 'kPa' }
  if (kind === 'pressure' && !near(1) && near(14.5)) return { code: 'otherUnit', unit: 'psi' }
  if (kind === 'height' && !near(1) && near(1 / 25.4)) return { code: 'otherUnit', unit: 'inch' }
  if (read.some((value) => value < least || value > most)) return { code: 'outOfRange' }
  if (othersMove && read.length >= STUCK_READINGS && read.every((value) => value === read[0]))
    return { code: 'stuck' }
  return null
}
