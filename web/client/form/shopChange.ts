import type { CommandPayload, Rate, Shop } from '@anklet/contract'
import { figureOf, figureOrNull } from '../../kit/typed.ts'

type Change = CommandPayload<'shop.change'>

/** Changes something of the shop; what is not named stays as it is. */
export const changeOf = ({ name, units }: Shop, change: Partial<Change>): Change => ({
  name,
  units,
  ...change,
})

/** A rate as it is typed. */
export interface TypedRate {
  readonly perHour: string
  readonly currency: string
  readonly tax: string
}

/** A rate as the form shows it. */
export const typedRate = (rate: Rate | null): TypedRate => ({
  perHour: rate ? String(rate.perHour) : '',
  currency: rate?.currency ?? 'EUR',
  tax: rate?.taxPercent === undefined ? '' : String(rate.taxPercent),
})

function rateOf({ perHour, currency, tax }: TypedRate): Rate | null {
  if (perHour.trim() === '') return null
  const taxPercent = figureOrNull(tax)
  const taxed = taxPercent === null || taxPercent === 0 ? {} : { taxPercent }
  return { perHour: figureOf(perHour), currency: currency.trim().toUpperCase(), ...taxed }
}

/** Says what an hour costs; no figure: nobody says it any more. */
export const setRate = (shop: Shop, typed: TypedRate): Change =>
  changeOf(shop, { rate: rateOf(typed) })
