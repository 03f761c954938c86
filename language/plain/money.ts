import type { Rate } from '@anklet/contract'

// Making a formatter takes longer than a hundred uses of it.
const formats = new Map<string, Intl.NumberFormat>()

/** An amount in a shop's currency, without its cents: estimates are no dearer for them. */
export function amountWords(amount: number, currency: string): string {
  const format =
    formats.get(currency) ??
    new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: 0 })
  formats.set(currency, format)
  return format.format(amount)
}

/** What minutes of work come to at a shop's rate, in brackets; empty where nobody said what an hour costs. */
export const moneyWords = (minutes: number, rate: Rate | null): string =>
  rate === null
    ? ''
    : ` (about ${amountWords((minutes / 60) * rate.perHour, rate.currency)}, an estimate)`
