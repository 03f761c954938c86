import { desc, eq, isNull } from 'drizzle-orm'
import type { Channel, DeviceStatus, Frame, Trace } from '@anklet/contract'
import { touchJob } from '../kernel/revisions.ts'
import type { Database } from '../store/database.ts'
import { deviceLog, logChunk } from '../store/schema.ts'
import type { DeviceEvent, DeviceHub } from './hub.ts'

interface Open {
  readonly deviceId: string
  readonly channels: readonly Channel[]
  stopListening(): void
  /** Added to the device's clock to have seconds of the log; null before the first frame. */
  shiftS: number | null
  lastAtS: number
  mode: string
  attached: boolean
  rows: number
  chunk: number
  atS: number[]
  values: Record<string, (number | null)[]>
  marks: Trace['marks'][number][]
  writing: Promise<void>
}

/** What a log holds already. */
interface Before {
  readonly rows: number
  /** Number of the next piece that is written. */
  readonly chunk: number
  /** Where the log goes on, seconds of it. */
  readonly atS: number
}
const NOTHING_BEFORE: Before = { rows: 0, chunk: 0, atS: 0 }

/** The next moment of a log after one that was told, at the least, s. */
const NEXT_S = 0.1
const FLUSH_MS = 2000
/** A step of a device's clock larger than this is told in the log, s. */
const GAP_S = 30

/** Writes what devices tell into logs, on the server, so that a page that goes away loses nothing. */
export class Recorder {
  private readonly open = new Map<string, Open>()
  private readonly timer: NodeJS.Timeout

  constructor(
    private readonly db: Database,
    private readonly hub: DeviceHub,
  ) {
    this.timer = setInterval(() => {
      for (const logId of this.open.keys()) void this.flush(logId)
    }, FLUSH_MS)
    this.timer.unref()
  }

  /** Ends logs that a server that stopped left open. */
  async endAbandoned(): Promise<void> {
    await this.db
      .update(deviceLog)
      .set({ endedAt: new Date().toISOString() })
      .where(isNull(deviceLog.endedAt))
  }

  start(logId: string, deviceId: string, before: Before = NOTHING_BEFORE): void {
    if (this.open.has(logId)) return
    const { identity, attached } = this.hub.status(deviceId)
    const { rows, chunk, atS } = before
    const entry: Open = {
      deviceId,
      channels: identity.channels,
      stopListening: () => undefined,
      shiftS: null,
      lastAtS: atS,
      mode: '',
      attached,
      rows,
      chunk,
      atS: [],
      values: this.columns(identity.channels),
      marks: chunk > 0 ? [{ atS, words: 'recording taken up again' }] : [],
      writing: Promise.resolve(),
    }
    this.open.set(logId, entry)
    entry.stopListening = this.hub.listen(deviceId, (event) => this.hear(entry, event))
  }

  private columns(channels: readonly Channel[]): Open['values'] {
    return Object.fromEntries(channels.map(({ id }) => [id, []]))
  }

  private hear(entry: Open, event: DeviceEvent): void {
    if (event.event === 'frame') this.take(entry, event.data)
    if (event.event === 'status') this.noteLink(entry, event.data)
    if (event.event === 'press')
      entry.marks.push({ atS: entry.lastAtS, words: `${event.data.channel}: ${event.data.value}` })
  }

  private noteLink(entry: Open, { attached }: DeviceStatus): void {
    if (attached === entry.attached) return
    entry.attached = attached
    entry.marks.push({ atS: entry.lastAtS, words: attached ? 'link back' : 'link lost' })
  }

  private take(entry: Open, { atS, values, module }: Frame): void {
    entry.shiftS ??= entry.lastAtS - atS
    let at = atS + entry.shiftS
    if (at < entry.lastAtS || at > entry.lastAtS + GAP_S) {
      if (at < entry.lastAtS) {
        entry.shiftS += entry.lastAtS - at
        at = entry.lastAtS
      }
      if (entry.rows > 0) entry.marks.push({ atS: at, words: 'the device’s clock jumped' })
    }
    // The same moment told twice is one row.
    if (entry.rows > 0 && at === entry.lastAtS && entry.atS.at(-1) === at) return
    entry.lastAtS = at
    entry.rows += 1
    entry.atS.push(at)
    for (const { id, least, most } of entry.channels) {
      const value = values[id] ?? null
      entry.values[id]!.push(value !== null && value >= least && value <= most ? value : null)
    }
    if (module && module.mode !== entry.mode) {
      entry.mode = module.mode
      entry.marks.push({ atS: at, words: module.mode })
    }
  }

  /** Writes a word into the log of a device at this moment, where one runs. */
  mark(deviceId: string, words: string): void {
    for (const entry of this.open.values())
      if (entry.deviceId === deviceId) entry.marks.push({ atS: entry.lastAtS, words })
  }

  private flush(logId: string): Promise<void> {
    const entry = this.open.get(logId)
    if (!entry || (entry.atS.length === 0 && entry.marks.length === 0))
      return entry?.writing ?? Promise.resolve()
    const trace: Trace = { atS: entry.atS, values: entry.values, marks: entry.marks }
    Object.assign(entry, { atS: [], values: this.columns(entry.channels), marks: [] })
    const seq = entry.chunk++
    const { rows } = entry
    entry.writing = entry.writing
      .then(async () => {
        await this.db.transaction(async (tx) => {
          await tx.insert(logChunk).values({ logId, seq, trace })
          const [kept] = await tx
            .update(deviceLog)
            .set({ rows })
            .where(eq(deviceLog.id, logId))
            .returning({ jobId: deviceLog.jobId })
          if (kept) await touchJob(tx, kept.jobId)
        })
      })
      .catch(() => {
        // Not written: it goes in front of what came since, and is tried again.
        entry.atS.unshift(...trace.atS)
        for (const [id, column] of Object.entries(trace.values))
          entry.values[id]?.unshift(...column)
        entry.marks.unshift(...trace.marks)
      })
    return entry.writing
  }

  /** Ends a log; all it heard is on disk when this is done. */
  async stop(logId: string): Promise<void> {
    const entry = this.open.get(logId)
    if (!entry) return
    entry.stopListening()
    await this.flush(logId)
    this.open.delete(logId)
  }

  /**
   * Records every log that nobody has ended and ends what is recorded besides, where another process
   * began or ended it: one that recorded until it died, or wrote the command while this one was not
   * heard.
   */
  async match(): Promise<void> {
    const logs = await this.db.select().from(deviceLog).where(isNull(deviceLog.endedAt))
    const wanted = new Set(logs.map(({ id }) => id))
    for (const logId of this.open.keys()) if (!wanted.has(logId)) await this.stop(logId)
    for (const log of logs)
      if (!this.open.has(log.id) && this.hub.isAttached(log.deviceId)) await this.resume(log)
  }

  private async resume({ id, deviceId, at }: typeof deviceLog.$inferSelect): Promise<void> {
    const [last] = await this.db
      .select({ seq: logChunk.seq, trace: logChunk.trace, rows: deviceLog.rows })
      .from(logChunk)
      .innerJoin(deviceLog, eq(deviceLog.id, logChunk.logId))
      .where(eq(logChunk.logId, id))
      .orderBy(desc(logChunk.seq))
      .limit(1)
    if (!last) return this.start(id, deviceId)
    // Nothing was heard meanwhile: the gap stays as wide as it was.
    const since = (Date.now() - Date.parse(at)) / 1000
    const atS = Math.max((last.trace.atS.at(-1) ?? 0) + NEXT_S, since)
    this.start(id, deviceId, { rows: last.rows, chunk: last.seq + 1, atS })
  }

  /** Ends recording here; the logs stay open, for whoever leads now. */
  async letGo(): Promise<void> {
    await Promise.all([...this.open.keys()].map((logId) => this.stop(logId)))
  }

  async close(): Promise<void> {
    clearInterval(this.timer)
    await this.letGo()
  }
}
