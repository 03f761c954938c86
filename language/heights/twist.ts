import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'

/** What to do about heights that twist the body, whatever caused it. */
export const TWIST_ADVICE = 'Roll it, bounce it, take the corner again.'

/** What heights that no stiff body can stand at mean: two things look alike in them. */
export const twistWords = (twistMm: number, units: DisplayUnits): string =>
  `twist the body by ${formatQuantity(Math.abs(twistMm), 'height', units)} ` +
  `${UNIT_LABEL[units.length]}: either a reading is wrong or the car hangs in ` +
  'its bushes.'
