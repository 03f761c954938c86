import { and, eq, sql } from 'drizzle-orm'
import type { PgTable, PgUpdateSetSource } from 'drizzle-orm/pg-core'
import { AppError } from './appError.ts'
import type { Transaction } from '../store/database.ts'
import type {
  codeText,
  job,
  knowledge,
  part,
  procedures,
  shop,
  torque,
  vehicle,
  vehicleType,
  watch,
} from '../store/schema.ts'

type Versioned =
  | typeof codeText
  | typeof job
  | typeof knowledge
  | typeof part
  | typeof procedures
  | typeof shop
  | typeof torque
  | typeof vehicle
  | typeof vehicleType
  | typeof watch

/**
 * Changes a record if nobody else has since the version the person saw.
 * @returns the new version.
 * @throws {AppError} `notFound` where there is no such record, `stale` where it has moved on.
 */
export async function updateVersion<Table extends Versioned>(
  tx: Transaction,
  table: Table,
  id: string | number,
  baseVersion: number | null,
  set: PgUpdateSetSource<Table>,
  what: string,
): Promise<number> {
  const plain = table as PgTable & { id: typeof job.id; version: typeof job.version }
  const changed = await tx
    .update(plain)
    .set({ ...set, version: sql`${plain.version} + 1` })
    .where(and(eq(plain.id, id as string), eq(plain.version, baseVersion ?? 0)))
    .returning({ version: plain.version })
  if (changed[0]) return changed[0].version
  const there = await tx
    .select({ version: plain.version })
    .from(plain)
    .where(eq(plain.id, id as string))
  throw there.length > 0
    ? new AppError('stale', {}, '/baseVersion')
    : new AppError('notFound', { what })
}

/** The one row of a query. @throws {AppError} `unknownReference` when there is none. */
export function required<Row>(rows: readonly Row[], what: string, path: string | null = null): Row {
  const [row] = rows
  if (row === undefined) throw new AppError('unknownReference', { what }, path)
  return row
}

const UNIQUE: Readonly<Record<string, string>> = {
  vehicle_plate: 'A vehicle with the plate',
  vehicle_type_name: 'A vehicle type called',
  person_name: 'A person called',
  code_text_number: 'A text for the code',
  coil_name: 'A coil called',
  torque_fastener: 'A torque for',
}

/** What a broken uniqueness rule of the database is about, in words; undefined for any other error. */
export const nameTaken = ({
  code,
  constraint,
}: {
  code?: string
  constraint?: string
}): string | undefined => (code === '23505' ? UNIQUE[constraint ?? ''] : undefined)

/** Turns a broken uniqueness rule of the database into its sentence. @param value what the person typed. */
export async function unlessTaken<Answer>(
  value: string,
  path: string,
  write: Promise<Answer>,
): Promise<Answer> {
  try {
    return await write
  } catch (error) {
    const cause = ((error as { cause?: unknown }).cause ?? error) as {
      code?: string
      constraint?: string
    }
    const what = nameTaken(cause)
    throw what ? new AppError('alreadyTaken', { what, value }, path) : error
  }
}
