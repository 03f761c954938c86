import { and, desc, eq, isNotNull } from 'drizzle-orm'
import type { VehicleDetail } from '@anklet/contract'
import { pumpHabit } from '@anklet/core/measuring/guided'
import type { Database } from '../../store/database.ts'
import { checkDone, job } from '../../store/schema.ts'
import { iso } from '../../kernel/instants.ts'
import { readLog } from '../logs/queries.ts'

/** As many as a timeline can show. */
const NEWEST = 12

// A log that has ended never changes: what its pump did is reckoned once.
const known = new Map<string, { readonly minutesPerDay: number; readonly startsPerDay: number }>()

async function habitOf(
  db: Database,
  logId: string,
): Promise<{ readonly minutesPerDay: number; readonly startsPerDay: number }> {
  const kept = known.get(logId)
  if (kept) return kept
  const { trace } = await readLog(db, logId)
  const { minutesPerDay, startsPerDay } = pumpHabit(
    { atS: trace.atS, values: trace.values['runs'] ?? [] },
    null,
    Number.POSITIVE_INFINITY,
  )
  known.set(logId, { minutesPerDay, startsPerDay })
  return { minutesPerDay, startsPerDay }
}

/** How much a vehicle's pump worked, whenever that was listened to, oldest first. */
export async function pumpDaysOf(
  db: Database,
  vehicleId: string,
): Promise<VehicleDetail['pumpDays']> {
  const listened = await db
    .select({ at: checkDone.at, logId: checkDone.logId })
    .from(checkDone)
    .innerJoin(job, eq(checkDone.jobId, job.id))
    .where(
      and(
        eq(job.vehicleId, vehicleId),
        eq(checkDone.setAside, false),
        eq(checkDone.kind, 'habit'),
        isNotNull(checkDone.logId),
      ),
    )
    .orderBy(desc(checkDone.at))
    .limit(NEWEST)
  const days: VehicleDetail['pumpDays'][number][] = []
  for (const { at, logId } of listened.reverse())
    days.push({ at: iso(at), ...(await habitOf(db, logId!)) })
  return days
}
