import type { LeftOut, RoundRemark } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '../plain/corners.ts'
import { TWIST_ADVICE, twistWords } from './twist.ts'

/** What the arithmetic has to say about a round being walked, and which corner to measure again. */
export interface Remark {
  readonly sentence: string
  readonly again: Corner | null
}

/** A reading that is left out, and why. */
export const leftOutWords = (
  { corner, heightMm, middleMm }: LeftOut,
  units: DisplayUnits,
): string =>
  `${capital(CORNER_WORDS[corner])}: ${formatQuantity(heightMm, 'height', units)} ` +
  `${UNIT_LABEL[units.length]} is left out, the others there say ` +
  `${formatQuantity(middleMm, 'height', units)}. It stays on record.`

/** Puts a remark into words. */
export function remarkWords(remark: RoundRemark, units: DisplayUnits): Remark {
  const unit = UNIT_LABEL[units.length]
  const write = (mm: number): string => `${formatQuantity(mm, 'height', units)} ${unit}`
  switch (remark.code) {
    case 'lapsDiffer':
      return {
        sentence:
          `${capital(CORNER_WORDS[remark.corner])}: ${write(remark.firstMm)} on the ` +
          `first lap, ${write(remark.secondMm)} on the second. One of them is wrong.`,
        again: remark.corner,
      }
    case 'twist':
      return {
        sentence: [
          remark.against === 'earlier' ? 'Against the evening' : 'Against the design heights',
          `these heights ${twistWords(remark.closureMm, units)}`,
          TWIST_ADVICE,
          `${write(remark.roomMm)} can be tape, bushes, floor and tyres.`,
          remark.against === 'earlier'
            ? 'A corner right down on its stop twists a body as well.'
            : 'A wheel on a kerb or a corner on its stop does it as well.',
        ].join(' '),
        again: remark.corner,
      }
    case 'sinking':
      return {
        sentence:
          `The car sinks while you measure: ${write(remark.meanDropMm)} between the ` +
          'laps. That is fast enough to hear: listen, and take soap to it.',
        again: null,
      }
  }
}
