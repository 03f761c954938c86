import type { BackupSettings, CommandPayload, Rate, Shop } from '@anklet/contract'
import { figureOf, figureOrNull } from '../../kit/typed.ts'
import type { Intention } from '../../client/queries.ts'

type Change = CommandPayload<'shop.change'>
type Units = Shop['units']

/** Changes something of the shop; what is not named stays as it is. */
const changeOf = ({ name, units }: Shop, change: Partial<Change>): Change => ({
  name,
  units,
  ...change,
})

/** Shows and takes heights, pressures and temperatures in other units. */
export const changeUnits = (shop: Shop, units: Units): Intention<'shop.change'> => ({
  payload: changeOf(shop, { units }),
  baseVersion: shop.version,
})

/** Gives the shop another name. */
export const renameShop = (shop: Shop, { name }: { readonly name: string }): Change =>
  changeOf(shop, { name: name.trim() })

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

/** When and where backups are made, as it is typed. */
export interface TypedBackups {
  readonly hour: number
  readonly folder: string
  readonly keep: string
}

/** The settings of the backups as the form shows them. */
export const typedBackups = ({ hour, folder, keep }: BackupSettings): TypedBackups => ({
  hour,
  folder: folder ?? '',
  keep: String(keep),
})

/** Changes when and where backups are made. */
export const setBackups = (shop: Shop, { hour, folder, keep }: TypedBackups): Change =>
  changeOf(shop, { backup: { hour, folder: folder.trim() || null, keep: figureOf(keep) } })

/** Adds a person to the shop. */
export const addPerson = (
  personId: string,
  { name }: { readonly name: string },
): CommandPayload<'person.add'> => ({ personId, name: name.trim() })

/** Says whether a person agrees to deviations. */
export const makeLead = (personId: string, lead: boolean): Intention<'person.lead'> => ({
  payload: { personId, lead },
})
