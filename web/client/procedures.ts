import type { Procedures } from '@anklet/contract'
import type { ProcedureBook } from '@anklet/core/work/procedure'
import { SHIPPED_PROCEDURES } from '@anklet/core/work/procedure'

/**
 * The procedures a shop works by: its own, or those that ship while it has none, or they are still
 * on their way.
 */
export const bookOf = (record: Pick<Procedures, 'book'> | undefined): ProcedureBook =>
  record?.book ?? SHIPPED_PROCEDURES
