import type { Procedures } from '@anklet/contract'
import type { ProcedureBook } from '@anklet/core/work/procedure'
import { SHIPPED_PROCEDURES } from '@anklet/core/work/procedure'

/**
 * The procedures a shop works by: its own; those that ship where it has none, and until its own
 * have been fetched.
 */
export const bookOf = (record: Pick<Procedures, 'book'> | undefined): ProcedureBook =>
  record?.book ?? SHIPPED_PROCEDURES
