import type { AnyProcedureBook, ProcedureBook } from '@anklet/contract'
import { workedBy } from '@anklet/core/work/procedure'

/** Procedures as they are kept and sent: always in today’s form; null: those that ship. */
export const asKept = (book: AnyProcedureBook | null): ProcedureBook | null =>
  book && workedBy(book)
