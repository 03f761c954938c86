import type { Decision } from '@anklet/contract'

/** Money to the cent: each line is rounded before they are added, as on paper. */
const cents = (amount: number): number => Math.round(amount * 100) / 100

/** Hours of an estimate. */
export const hoursOf = ({ lines }: Pick<Decision, 'lines'>): number =>
  lines.reduce((sum, { hours }) => sum + hours, 0)

/** What an estimate comes to. */
export function totalsOf({ lines, taxPercent }: Pick<Decision, 'lines' | 'taxPercent'>): {
  readonly net: number
  readonly tax: number
  readonly total: number
} {
  const net = cents(lines.reduce((sum, { amount }) => sum + cents(amount), 0))
  const tax = cents((net * taxPercent) / 100)
  return { net, tax, total: cents(net + tax) }
}
