import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'

/** Where the difference between two neighbours on the strip stands. */
export type Side = 'front' | 'right' | 'rear' | 'left'

const PAIR: Readonly<Record<Side, readonly [Corner, Corner]>> = {
  front: ['FL', 'FR'],
  rear: ['RL', 'RR'],
  right: ['FR', 'RR'],
  left: ['FL', 'RL'],
}
const LOWER: Readonly<Record<Side, readonly [string, string]>> = {
  front: ['left', 'right'],
  rear: ['left', 'right'],
  right: ['nose', 'tail'],
  left: ['nose', 'tail'],
}

/**
 * The difference between neighbours in words: which end stands lower by how much against the design.
 * @param offMm how far each corner stands off its design height, mm; a corner not measured is left out.
 */
export function joinWords(
  side: Side,
  offMm: Readonly<Partial<Record<Corner, number>>>,
  units: DisplayUnits,
): { value: string } {
  const [first, second] = PAIR[side]
  const [a, b] = [offMm[first], offMm[second]]
  if (a === undefined || b === undefined) return { value: 'waiting' }
  const shown = formatQuantity(Math.abs(a - b), 'height', units)
  if (Number(shown) === 0) return { value: 'level' }
  return { value: `${LOWER[side][a < b ? 0 : 1]} ${shown} lower` }
}

/**
 * All four differences; of heights over which nothing is known, only left against right: front and
 * rear are not made alike.
 */
export const allJoins = (
  offMm: Readonly<Partial<Record<Corner, number>>>,
  units: DisplayUnits,
  { acrossOnly = false }: { readonly acrossOnly?: boolean } = {},
) => ({
  front: joinWords('front', offMm, units),
  right: acrossOnly ? null : joinWords('right', offMm, units),
  rear: joinWords('rear', offMm, units),
  left: acrossOnly ? null : joinWords('left', offMm, units),
})
