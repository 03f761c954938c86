import { shop } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { updateVersion } from '../../kernel/saving.ts'
import { UNNAMED } from './queries.ts'

/** Changes what the shop is called, how it measures and what it keeps. */
export const changeShop: Handler<'shop.change'> = async (tx, { payload, baseVersion }) => {
  await tx.insert(shop).values(UNNAMED).onConflictDoNothing()
  return updateVersion(tx, shop, 1, baseVersion, payload, 'shop')
}
