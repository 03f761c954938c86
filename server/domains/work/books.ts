import type { AnyProcedureBook, ProcedureBook as KeptBook } from '@anklet/contract'
import type { ProcedureBook } from '@anklet/core/work/procedure'
import { workedBy } from '@anklet/core/work/procedure'

/** Procedures as the shop works by them, in whatever form they were kept. */
export const asWorked = (book: AnyProcedureBook | null): ProcedureBook => workedBy(book)

/** Procedures as they are kept and sent: always in today’s form. */
export const asKept = (book: AnyProcedureBook | null): KeptBook | null => book && asWorked(book)
