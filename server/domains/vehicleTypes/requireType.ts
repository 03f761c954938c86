import { eq } from 'drizzle-orm'
import { required } from '../../kernel/saving.ts'
import type { Transaction } from '../../store/database.ts'
import { vehicleType } from '../../store/schema.ts'

/** @throws {AppError} `unknownReference` where no vehicle type of the shelf has this id. */
export async function requireType(tx: Transaction, typeId: string): Promise<void> {
  required(
    await tx.select({ id: vehicleType.id }).from(vehicleType).where(eq(vehicleType.id, typeId)),
    'vehicle type',
    '/payload/typeId',
  )
}
