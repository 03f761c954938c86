import type { Watch } from '@anklet/contract'
import type { watch } from '../../store/schema.ts'
import { iso, isoOrNull } from '../../kernel/instants.ts'

export type WatchRow = typeof watch.$inferSelect

/** A watch as it is told. */
export const describeWatch = (row: WatchRow): Watch => ({
  ...row,
  startedAt: iso(row.startedAt),
  plannedEndAt: iso(row.plannedEndAt),
  supplyBackAt: isoOrNull(row.supplyBackAt),
})
