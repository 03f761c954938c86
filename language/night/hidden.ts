import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { axleMate } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '../plain/corners.ts'

/** What a tape can tell between left and right, mm. */
const TELLS_MM = 4

/**
 * What a module that is awake hides by the morning.
 * @param awake, off heights in the morning with the module awake and with its supply cut, mm.
 */
export function hiddenWords(
  corner: Corner,
  awake: PerCorner<number>,
  off: PerCorner<number>,
  units: DisplayUnits,
): { readonly headline: string; readonly sub: string } {
  const mate = axleMate(corner)
  const lean = (heights: PerCorner<number>): number => heights[mate] - heights[corner]
  const [seen, true_] = [lean(awake), lean(off)]
  const write = (mm: number): string =>
    `${formatQuantity(Math.abs(mm), 'height', units)} ${UNIT_LABEL[units.length]}`
  const name = capital(CORNER_WORDS[corner])
  if (Math.abs(true_) < TELLS_MM)
    return {
      headline: 'So small a leak shows in neither.',
      sub: 'Longer, or with more readings: Wait tells how long.',
    }
  if (awake[corner] > off[corner] + TELLS_MM)
    return {
      headline: `The leak is hidden: ${CORNER_WORDS[corner]} is pumped back up.`,
      sub:
        `With the supply off it would stand ${write(off[corner] - awake[corner])} ` +
        'lower. A pump that runs at night is the only sign: cut the supply, and watch ' +
        'again.',
    }
  if (Math.abs(seen) < 0.6 * Math.abs(true_))
    return {
      headline: `The leak is hidden: left and right differ by ${write(seen)} instead of ${write(true_)}.`,
      sub:
        `The module let the sound side down to the leaking one. Both sides flat does ` +
        `not mean two bad springs. Cut the supply, prove it, and watch again.`,
    }
  return {
    headline: `${name} shows: ${write(true_)} under the other side.`,
    sub: 'The module did not hide it this night. It may another: with the supply off there is no doubt.',
  }
}
