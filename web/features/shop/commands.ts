import type { BackupSettings, CommandPayload, Keeping, Role, Shop } from '@anklet/contract'
import { changeOf } from '../../client/form/shopChange.ts'
import { figureOf, figureOrNull } from '../../kit/typed.ts'
import type { Intention } from '../../client/queries.ts'

type Change = CommandPayload<'shop.change'>
type Units = Shop['units']

/** Shows and takes heights, pressures and temperatures in other units. */
export const changeUnits = (shop: Shop, units: Units): Intention<'shop.change'> => ({
  payload: changeOf(shop, { units }),
  baseVersion: shop.version,
})

/** Gives the shop another name. */
export const renameShop = (shop: Shop, { name }: { readonly name: string }): Change =>
  changeOf(shop, { name: name.trim() })

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

/** How long is kept what tells of people, as it is typed. */
export interface TypedKeeping {
  readonly ownerYears: string
  readonly doorMonths: string
}

/** How long things are kept, as the form shows it. */
export const typedKeeping = (keeping: Keeping | null): TypedKeeping => ({
  ownerYears: String(keeping?.ownerYears ?? ''),
  doorMonths: String(keeping?.doorMonths ?? ''),
})

/** How long things are to be kept; an empty field: until somebody erases it. */
export const keepingOf = ({ ownerYears, doorMonths }: TypedKeeping): Keeping => ({
  ownerYears: figureOrNull(ownerYears),
  doorMonths: figureOrNull(doorMonths),
})

/** Changes how long things are kept. */
export const setKeeping = (shop: Shop, typed: TypedKeeping): Change =>
  changeOf(shop, { keeping: keepingOf(typed) })

/** Adds a person to the shop. */
export const addPerson = (
  personId: string,
  { name }: { readonly name: string },
): CommandPayload<'person.add'> => ({ personId, name: name.trim() })

/** Says what a person does here. */
export const giveRole = (personId: string, role: Role): Intention<'person.role'> => ({
  payload: { personId, role },
})
