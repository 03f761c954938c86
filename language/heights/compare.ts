import type { RoundComparison } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS, list } from '../plain/corners.ts'
import { TWIST_ADVICE, twistWords } from './twist.ts'

/** What lies between two rounds, in a sentence; heights that twist the body are doubted first. */
export function compareWords(
  { changeMm, leastMm, closureMm, closureSuspect }: RoundComparison,
  units: DisplayUnits,
): string {
  const unit = UNIT_LABEL[units.length]
  const moved = (sign: 1 | -1): Corner[] =>
    WALK.filter((corner) => sign * changeMm[corner] > leastMm[corner])
  const told = (corners: readonly Corner[], verb: string): string =>
    corners.length === 0
      ? ''
      : list(
          corners.map(
            (corner) =>
              `${CORNER_WORDS[corner]} by ` +
              `${formatQuantity(Math.abs(changeMm[corner]), 'height', units)} ${unit}`,
          ),
        ) + ` ${verb}`
  const parts = [told(moved(-1), 'lower'), told(moved(1), 'higher')].filter(Boolean)
  const changed =
    parts.length === 0
      ? 'Nothing changed that this tape can tell.'
      : `${capital(parts.join('; '))}.`
  return closureSuspect
    ? `These heights ${twistWords(closureMm, units)} ${TWIST_ADVICE} Or it stood on ` +
        `another spot. As they are: ${changed}`
    : changed
}
