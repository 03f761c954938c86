import type { Watch } from '@anklet/contract'
import { createEvent } from 'ics'

/**
 * The morning round as an entry for any calendar (RFC 5545), with an alarm a quarter of an hour
 * before.
 * @returns null where the times make none.
 */
export function calendarEntry(
  plate: string,
  { id, startedAt, plannedEndAt }: Pick<Watch, 'id' | 'startedAt' | 'plannedEndAt'>,
): string | null {
  const { value } = createEvent({
    uid: `${id}@anklet`,
    productId: 'anklet',
    title: `${plate}: walk the morning round`,
    start: Date.parse(plannedEndAt),
    startInputType: 'utc',
    startOutputType: 'utc',
    duration: { minutes: 15 },
    description:
      `The car has been left alone since ${startedAt}. Supply stays off, doors shut, ` +
      'until the round is walked.',
    alarms: [
      {
        action: 'display',
        description: `${plate}: morning round`,
        trigger: { before: true, minutes: 15 },
      },
    ],
  })
  return value ?? null
}
