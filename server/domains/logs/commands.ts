import { eq } from 'drizzle-orm'
import { AppError } from '../../kernel/appError.ts'
import { deviceLog, logChunk } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { required } from '../../kernel/saving.ts'

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
