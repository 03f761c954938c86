import { format, isSameDay, isYesterday } from 'date-fns'

/** A moment as one says it: "today 06:40", "yesterday 20:10", "Sat 14 Nov 20:10". */
export function momentWords(at: Date | string | number, now: Date): string {
  const moment = new Date(at)
  const time = format(moment, 'HH:mm')
  if (isSameDay(moment, now)) return `today ${time}`
  const [yesterday, tomorrow] = [
    new Date(now.getTime() - 86_400_000),
    new Date(now.getTime() + 86_400_000),
  ]
  if (isSameDay(moment, yesterday) || (isYesterday(moment) && isSameDay(now, new Date())))
    return `yesterday ${time}`
  if (isSameDay(moment, tomorrow)) return `tomorrow ${time}`
  return format(
    moment,
    moment.getFullYear() === now.getFullYear() ? 'EEE d MMM HH:mm' : 'd MMM yyyy HH:mm',
  )
}

/** A length of time in hours and minutes: "10 h 40", "25 min", "under a minute". @param ms zero or more. */
export function spanWords(ms: number): string {
  const minutes = Math.floor(Math.max(0, ms) / 60_000)
  if (minutes < 1) return 'under a minute'
  if (minutes < 60) return `${minutes} min`
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60]
  if (hours >= 48) return `${Math.floor(hours / 24)} days`
  return rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')}`
}

/** A countdown with seconds once it matters: "7 h 05", "4:09". */
export function countdownWords(ms: number): string {
  if (ms >= 600_000) return spanWords(ms)
  const seconds = Math.max(0, Math.ceil(ms / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

/** Hours as a person plans by them: "7 h", "3 days", "under an hour". */
export function hoursWords(hours: number): string {
  if (hours < 1) return 'under an hour'
  return hours < 72
    ? `${hours < 10 ? hours.toFixed(1).replace(/\.0$/, '') : Math.round(hours)} h`
    : `${Math.round(hours / 24)} days`
}

/** Seconds as one says them: "12 s", "4 min 10 s". */
export function secondsWords(seconds: number): string {
  const whole = Math.round(seconds)
  return whole < 90
    ? `${whole} s`
    : `${Math.floor(whole / 60)} min ${String(whole % 60).padStart(2, '0')} s`
}

/** Days as one plans by them: "40 days", "8 months", "3.5 years". */
export function daysWords(days: number): string {
  if (days < 100) return `${Math.round(days)} days`
  return days < 700 ? `${Math.round(days / 30.4)} months` : `${(days / 365.25).toFixed(1)} years`
}

/** When a morning round is usually walked: at seven next morning, or in twelve hours if that is nearer than eight. */
export function usualMorning(now: Date): Date {
  const seven = new Date(now)
  seven.setHours(7, 0, 0, 0)
  if (seven <= now) seven.setDate(seven.getDate() + 1)
  return seven.getTime() - now.getTime() < 8 * 3_600_000
    ? new Date(now.getTime() + 12 * 3_600_000)
    : seven
}

/** Eight o'clock of the next morning. */
export function morningAfter(now: Date): Date {
  const at = new Date(now)
  at.setDate(at.getDate() + 1)
  at.setHours(8, 0, 0, 0)
  return at
}

/** A moment as a date-and-time field holds it, in local time. */
export const fieldMoment = (at: Date): string => format(at, "yyyy-MM-dd'T'HH:mm")

/** The day of a moment where it is read, as ISO 8601 has it. */
export const dayOf = (at: Date): string => format(at, 'yyyy-MM-dd')
