import { asc, eq } from 'drizzle-orm'
import type { LogHead, LogRecord, Trace } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Open } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { deviceLog, logChunk } from '../../store/schema.ts'
import { isoOrNull, signed } from '../../kernel/instants.ts'
import { touchJob } from '../../kernel/revisions.ts'
import { whichOf } from '../../kernel/which.ts'

type LogRow = typeof deviceLog.$inferSelect

/** A log as it is told. */
export const describeLog = ({ deviceId: _device, ...row }: LogRow): LogHead => ({
  ...signed(row),
  endedAt: isoOrNull(row.endedAt),
})

/** Names the device of a log and what it measures. */
export async function nameDevice(
  db: Database,
  logId: string,
  deviceName: string,
  channels: LogHead['channels'],
): Promise<void> {
  const [named] = await db
    .update(deviceLog)
    .set({ deviceName, channels })
    .where(eq(deviceLog.id, logId))
    .returning({ jobId: deviceLog.jobId })
  if (named) await touchJob(db, named.jobId)
}

/** Asks for the logs of a job, oldest first, without their values. */
export const askLogs = (db: Database | Transaction, jobId: Open) =>
  db
    .select()
    .from(deviceLog)
    .where(whichOf(deviceLog, jobId, 'counting'))
    .orderBy(asc(deviceLog.at))

/** Logs with their values, oldest first. @param jobId null: of all jobs */
export async function wholeLogs(db: Database, jobId: string | null): Promise<LogRecord[]> {
  const heads = (
    await db
      .select()
      .from(deviceLog)
      .where(jobId === null ? undefined : eq(deviceLog.jobId, jobId))
      .orderBy(asc(deviceLog.at))
  ).map(describeLog)
  const logs: LogRecord[] = []
  // One after the other: inside a transaction there is one connection.
  for (const head of heads) logs.push({ head, trace: await traceOf(db, head) })
  return logs
}

async function traceOf(db: Database, { id, channels }: LogHead): Promise<Trace> {
  const chunks = await db
    .select()
    .from(logChunk)
    .where(eq(logChunk.logId, id))
    .orderBy(asc(logChunk.seq))
  return {
    atS: chunks.flatMap(({ trace }) => trace.atS),
    marks: chunks.flatMap(({ trace }) => trace.marks),
    values: Object.fromEntries(
      channels.map((channel) => [
        channel.id,
        chunks.flatMap(({ trace }) => trace.values[channel.id] ?? trace.atS.map(() => null)),
      ]),
    ),
  }
}

/** A log with its values. @throws {AppError} `notFound` */
export async function readLog(db: Database, id: string): Promise<LogRecord> {
  const [row] = await db.select().from(deviceLog).where(eq(deviceLog.id, id))
  if (!row) throw new AppError('notFound', { what: 'log' })
  const head = describeLog(row)
  return { head, trace: await traceOf(db, head) }
}
