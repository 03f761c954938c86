import { heightsAreGuessed } from '@anklet/core/base/starting'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, AXLES } from '@anklet/core/base/vehicle'

/** Said wherever heights would be held against the height a car is made to stand at. */
export const NO_DESIGN_HEIGHT =
  'Which height it is made to stand at is not entered yet, so nothing is called low or high.'

/** How the two sides of a car differ, the axle where they differ most. @param meansMm heights, mm */
export function sidesWords(meansMm: PerCorner<number>, units: DisplayUnits): string {
  const differences = AXLES.map((axle) => {
    const [left, right] = AXLE_CORNERS[axle].map((corner) => meansMm[corner])
    return { axle, offMm: left! - right! }
  })
  const { axle, offMm } = differences.reduce((a, b) =>
    Math.abs(b.offMm) > Math.abs(a.offMm) ? b : a,
  )
  const shown = formatQuantity(Math.abs(offMm), 'height', units)
  if (Number(shown) === 0) return 'both sides alike'
  const [lower, other] = offMm < 0 ? ['left', 'right'] : ['right', 'left']
  return `${axle} ${lower} ${shown} ${UNIT_LABEL[units.length]} lower than ${other}`
}

/** What heights of a vehicle are drawn over, where a word or two must do. */
export const overBriefly = (guesses: readonly string[]): string =>
  heightsAreGuessed(guesses) ? 'over where it last stood' : 'over design'

/**
 * What heights of a vehicle are drawn over.
 * @param guesses figures of its type that nobody looked up
 */
export const overWords = (guesses: readonly string[]): string =>
  heightsAreGuessed(guesses)
    ? 'over where it was last measured standing (its design height is not entered)'
    : 'over the design height of the level it stood at'
