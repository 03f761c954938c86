import type { PumpDay } from '@anklet/core/physics/simulation'
import { secondsWords } from '../plain/times.ts'

const minutes = (value: number): string =>
  value < 1 ? `${Math.round(value * 60)} s` : `${value.toFixed(1)} min`

/** What a leak makes of the pump's day, honestly: little, the long morning run, or its end. */
export function pumpDayWords(
  day: PumpDay,
  tight: PumpDay,
): { readonly headline: string; readonly sub: string } {
  const warm = Math.round(day.hottestC)
  const morning = `The longest run is ${secondsWords(day.longestS)}, the pump gets ${warm} °C warm.`
  if (day.drawnBarL < 0.01 && day.lostBarL > 0.5)
    return {
      headline:
        `A closed system is not refilled by itself: it has ${day.lostBarL.toFixed(1)} ` +
        'bar·L less every evening.',
      sub: `The pump only shuttles what is there. ${morning} It goes down for good when the charge is used up.`,
    }
  if (day.heatStops > 0)
    return {
      headline: `The pump is stopped for heat ${day.heatStops === 1 ? 'once' : `${day.heatStops} times`} a day.`,
      sub: `It is the long run after standing that kills it, not the sum. ${morning}`,
    }
  if (!day.keepsLevel)
    return {
      headline: 'The pump does not keep up: the car stands low at the end of a drive.',
      sub: morning,
    }
  const more = day.minutes - tight.minutes
  if (more < 1 && day.longestS < 2 * Math.max(20, tight.longestS))
    return {
      headline: `A leak of this size costs the pump little: ${minutes(Math.max(0, more))} more a day.`,
      sub:
        `${minutes(day.minutes)} a day, against ${minutes(tight.minutes)} of a tight ` +
        `car. ${morning} It still wets the dryer.`,
    }
  return {
    headline: `The pump runs ${minutes(day.minutes)} a day, ${minutes(Math.max(0, more))} of it for the leak.`,
    sub:
      (day.longestS > 3 * Math.max(10, tight.longestS)
        ? 'The long run after standing wears it most. '
        : '') + morning,
  }
}
