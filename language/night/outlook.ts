import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import { format } from 'date-fns'
import type { SinceHandover, Warning } from '@anklet/core/measuring/history'
import { capital, CORNER_WORDS, cornersInWords } from '../plain/corners.ts'

const month = (ms: number): string => format(new Date(ms), 'MMMM yyyy')

/** What a growing loss comes to, with its interval. @param nowMs the present, ms since 1970 */
export function warningWords(
  { corner, drift: { perMonthMm, halfMm, reaches }, following }: Warning,
  units: DisplayUnits,
  nowMs: number,
): string {
  const write = (mm: number): string => formatQuantity(Math.abs(mm), 'height', units, 1)
  const grows =
    `${capital(CORNER_WORDS[corner])} loses ${write(perMonthMm)} ` +
    `${UNIT_LABEL[units.length]} more in a night each month than the cold explains ` +
    `(${write(Math.max(0, -perMonthMm - halfMm))} to ${write(-perMonthMm + halfMm)})`
  const others =
    following.length > 0
      ? ` ${capital(cornersInWords(following))} ` +
        `${following.length === 1 ? 'goes' : 'go'} with it, because the body is stiff.`
      : ''
  if (!reaches) return `${grows}.${others}`
  if (reaches.likelyMs <= nowMs)
    return `${grows}: a night puts it out of its heights already.${others}`
  const latest = reaches.latestMs === null ? '' : `, ${month(reaches.latestMs)} at the latest`
  return (
    `${grows}: expect a night to put it out of its heights by ` +
    `${month(reaches.likelyMs)}, ${month(reaches.soonestMs)} at the soonest${latest}.${others}`
  )
}

/** Whether the repair holds, in words; of a car nothing was done to, whether it sank since. */
export function holdsWords(
  { repaired, holds: { verdict, coldMm, leftMm, sinking } }: SinceHandover,
  units: DisplayUnits,
): string {
  const most = WALK.reduce((a, b) => (coldMm[b] < coldMm[a] ? b : a))
  const cold =
    Math.round(coldMm[most]) < 0
      ? ` The cold explains up to ${formatQuantity(-coldMm[most], 'height', units)} ${UNIT_LABEL[units.length]}.`
      : ''
  if (verdict === 'holds')
    return (
      `${repaired ? 'The repair holds' : 'It has not sunk since it was handed over'}: ` +
      `it stands as a car without a leak would.${cold}`
    )
  if (verdict === 'cannotTell')
    return (
      'A little lower than the cold explains, and less than this tape can tell for ' +
      `certain: watch it a night.${cold}`
    )
  return (
    `It sinks at ${cornersInWords(sinking)}: ` +
    sinking
      .map(
        (corner) =>
          `${formatQuantity(-leftMm[corner], 'height', units)} ${UNIT_LABEL[units.length]}`,
      )
      .join(' and ') +
    ' more than the cold explains. ' +
    `${repaired ? 'The repair does not hold, or something else leaks' : 'Something leaks'}.${cold}`
  )
}
