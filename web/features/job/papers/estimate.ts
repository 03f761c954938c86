import type { Decision } from '@anklet/contract'

/** Said where an amount would stand that nobody knows. */
export const NOT_PRICED = 'not priced'

/** Money to the cent: each line is rounded before they are added, as on paper. */
const cents = (amount: number): number => Math.round(amount * 100) / 100

// What all lines come to; null where one of them has no figure: it would count as nothing.
const sumOf = (values: readonly (number | null)[]): number | null =>
  values.reduce((sum, value) => (sum === null || value === null ? null : sum + value), 0)

/** Hours of an estimate; null: of some part nobody entered them. */
export const hoursOf = ({ lines }: Pick<Decision, 'lines'>): number | null =>
  sumOf(lines.map(({ hours }) => hours))

/** What an estimate comes to; null: something in it has no price. */
export function totalsOf({ lines, taxPercent }: Pick<Decision, 'lines' | 'taxPercent'>): {
  readonly net: number
  readonly tax: number
  readonly total: number
} | null {
  const sum = sumOf(lines.map(({ amount }) => (amount === null ? null : cents(amount))))
  if (sum === null) return null
  const net = cents(sum)
  const tax = cents((net * taxPercent) / 100)
  return { net, tax, total: cents(net + tax) }
}
