import { DEFAULT_UNITS } from '@anklet/core/base/units'
import type { Shop } from '@anklet/contract'
import type { Database } from '../../store/database.ts'
import { shop } from '../../store/schema.ts'

export const UNNAMED: Shop = {
  version: 1,
  name: 'Workshop',
  units: DEFAULT_UNITS,
  rate: null,
  backup: null,
  keeping: null,
}

/** The shop; one without a name until somebody gives it one. */
export async function readShop(db: Database): Promise<Shop> {
  const [row] = await db
    .select({
      version: shop.version,
      name: shop.name,
      units: shop.units,
      rate: shop.rate,
      backup: shop.backup,
      keeping: shop.keeping,
    })
    .from(shop)
  return row ?? UNNAMED
}
