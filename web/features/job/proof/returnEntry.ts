import { createEvent } from 'ics'

/**
 * The day a car is measured again, as an entry for any calendar (RFC 5545), with an alarm an hour before.
 * @returns null where the time makes none.
 */
export function returnEntry(
  plate: string,
  id: string,
  { dueAt, words }: { readonly dueAt: string; readonly words: string },
): string | null {
  const { value } = createEvent({
    uid: `${id}@anklet`,
    productId: 'anklet',
    title: `${plate}: measure it again`,
    start: Date.parse(dueAt),
    startInputType: 'utc',
    startOutputType: 'utc',
    duration: { minutes: 20 },
    description: `All four corners, same place, same load, before it is driven.${words ? ` ${words}` : ''}`,
    alarms: [
      {
        action: 'display',
        description: `${plate}: measure it again`,
        trigger: { before: true, hours: 1 },
      },
    ],
  })
  return value ?? null
}
