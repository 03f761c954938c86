import type { BuiltOption } from './build.ts'

/** Hours of work on one car in a day. */
const HOURS_A_DAY = 7

/**
 * Days a car is off the road with an option: until its parts are here, and while it is worked on;
 * null where nobody entered how long either takes.
 */
export const daysOff = ({
  leadDays,
  hours,
}: Pick<BuiltOption, 'leadDays' | 'hours'>): number | null =>
  leadDays === null || hours === null
    ? null
    : leadDays + Math.max(1, Math.ceil(hours / HOURS_A_DAY))
