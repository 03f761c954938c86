import { asc, eq } from 'drizzle-orm'
import type { LogHead, LogRecord, Trace } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { Database } from '../store/database.ts'
import { deviceLog, logChunk } from '../store/schema.ts'
import type { Handler } from './handler.ts'
import { isoOrNull, signed } from './instants.ts'
import { openJobOf } from './rounds.ts'
import { required } from './saving.ts'
import { whichOf } from './which.ts'

type LogRow = typeof deviceLog.$inferSelect

const describe = ({ deviceId: _device, ...row }: LogRow): LogHead => ({
  ...signed(row),
  endedAt: isoOrNull(row.endedAt),
})

/** Opens a log; what fills it begins once this is on record. Its channels are written when they are known. */
export const startLog: Handler<'log.start'> = async (tx, { payload, person, at }) => {
  const { logId: id, jobId, deviceId, title } = payload
  await openJobOf(tx, jobId)
  await tx.insert(deviceLog).values({
    id,
    jobId,
    deviceId,
    title,
    at,
    personId: person,
    deviceName: deviceId,
    channels: [],
    from: 'link',
  })
  return null
}

/** Ends a log. */
export const stopLog: Handler<'log.stop'> = async (tx, { payload, at }) => {
  const found = required(
    await tx.select().from(deviceLog).where(eq(deviceLog.id, payload.logId)),
    'log',
    '/payload/logId',
  )
  if (found.endedAt !== null) throw new AppError('logEnded')
  await tx.update(deviceLog).set({ endedAt: at }).where(eq(deviceLog.id, payload.logId))
  return null
}

/** Keeps a log that came out of a file. */
export const keepLog: Handler<'log.keep'> = async (tx, { payload, person }) => {
  const { logId: id, jobId, title, deviceName, startedAt, rows, channels, trace } = payload
  await openJobOf(tx, jobId)
  const columns = channels.map((channel) => trace.values[channel.id]?.length)
  if (columns.some((length) => length !== trace.atS.length))
    throw new AppError('traceUneven', {}, '/payload/trace')
  const lastS = trace.atS.at(-1) ?? 0
  await tx.insert(deviceLog).values({
    id,
    jobId,
    title,
    deviceName,
    deviceId: 'file',
    at: startedAt,
    endedAt: new Date(Date.parse(startedAt) + 1000 * lastS).toISOString(),
    personId: person,
    channels,
    from: 'file',
    rows,
  })
  await tx.insert(logChunk).values({ logId: id, seq: 0, trace })
  return null
}

/** Names the device of a log and what it measures. */
export async function nameDevice(
  db: Database,
  logId: string,
  deviceName: string,
  channels: LogHead['channels'],
): Promise<void> {
  await db.update(deviceLog).set({ deviceName, channels }).where(eq(deviceLog.id, logId))
}

/** Logs of a job, oldest first, without their values. */
export const logsOf = async (db: Database, jobId: string): Promise<LogHead[]> =>
  (
    await db
      .select()
      .from(deviceLog)
      .where(whichOf(deviceLog, jobId, 'counting'))
      .orderBy(asc(deviceLog.at))
  ).map(describe)

/** Logs with their values, oldest first. @param jobId null: of all jobs */
export async function wholeLogs(db: Database, jobId: string | null): Promise<LogRecord[]> {
  const heads = (
    await db
      .select()
      .from(deviceLog)
      .where(jobId === null ? undefined : eq(deviceLog.jobId, jobId))
      .orderBy(asc(deviceLog.at))
  ).map(describe)
  return Promise.all(heads.map(async (head) => ({ head, trace: await traceOf(db, head) })))
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
  const head = describe(row)
  return { head, trace: await traceOf(db, head) }
}
