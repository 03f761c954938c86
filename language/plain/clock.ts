/** A moment of a log as a clock shows it: "0:06", "12:30", "1:04:00". @param seconds since it began */
export function clockWords(seconds: number): string {
  const whole = Math.round(Math.abs(seconds))
  const two = (value: number): string => String(value).padStart(2, '0')
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60]
  const sign = seconds < -0.5 ? '−' : ''
  return hours > 0
    ? `${sign}${hours}:${two(minutes)}:${two(whole % 60)}`
    : `${sign}${minutes}:${two(whole % 60)}`
}
