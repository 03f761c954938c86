/** When a car is wanted back. */
export const WANTED_BACK = ['today', 'tomorrow', 'later'] as const
export type WantedBack = (typeof WANTED_BACK)[number]

/** What was said of it, and on which day (ISO 8601). */
export interface SaidWanted {
  readonly said: WantedBack
  readonly on: string
}

const DAY_MS = 86_400_000

/**
 * What was said of when a car is wanted back, as it holds on a later day: tomorrow becomes today.
 * @param today ISO 8601
 * @returns null: nobody said, or what was said is past
 */
export function wantedNow(wanted: SaidWanted | null | undefined, today: string): WantedBack | null {
  if (!wanted) return null
  const days = Math.round((Date.parse(today) - Date.parse(wanted.on)) / DAY_MS)
  if (days <= 0) return wanted.said
  return days === 1 && wanted.said === 'tomorrow' ? 'today' : null
}

/** From this hour on a car stays here overnight whatever is done, h. */
const STAYS_FROM_H = 16
/** An hour of the day on which nothing else can be done with a waiting car, min of work. */
const HOUR_OF_DAY_MIN = 15
/** What a night costs that it stands here anyway: to put it down and to look at it, min. */
const ANYWAY_MIN = 5
/** A night it is not here for. */
const NOT_HERE_MIN = 600

/**
 * What a night's wait costs, in minutes of work: nearly nothing once the car stays anyway, more the
 * earlier in the day it would begin to wait.
 * @param hour of the day, 0 to 24
 * @param wantedBack null: nobody said
 * @returns null where nobody said and the day is young: what is usual counts
 */
export function nightMinutes(hour: number, wantedBack: WantedBack | null): number | null {
  if (wantedBack === 'today') return NOT_HERE_MIN
  if (hour >= STAYS_FROM_H) return ANYWAY_MIN
  return wantedBack === null ? null : ANYWAY_MIN + HOUR_OF_DAY_MIN * (STAYS_FROM_H - hour)
}
