/** When a car is wanted back. */
export type WantedBack = 'today' | 'tomorrow' | 'later'

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
