import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BackupsRecord, CommandPayload, CommandType } from '@anklet/contract'
import { noisePicture } from '../server/test/picture.ts'
import { carCommands, jobOpen, newJobIds } from '../server/test/records.ts'
import { pause } from '../server/trials/machine.ts'
import { quantile } from './large.ts'
import type { Started } from './server.ts'
import { startAnklet } from './server.ts'

const WRITES = 400
const WRITERS = 50
const PHOTOS = Number(process.env['ANKLET_BENCH_PHOTOS'] ?? 2000)
const PHOTO_BYTES = 330_000

/** What it costs that a write is on the disk before it is acknowledged. */
export interface WriteSpeed {
  readonly aloneP50Ms: number
  readonly aloneP99Ms: number
  readonly togetherP50Ms: number
  readonly togetherP99Ms: number
  readonly togetherPerS: number
}

/** A backup of a shop with many photos, while others work. */
export interface BackupSpeed {
  readonly photos: number
  readonly megabytes: number
  readonly seconds: number
  readonly peakMb: number
  readonly slowestMs: number
  readonly restoreSeconds: number
  readonly startSeconds: number
}

/** Somebody who writes. */
class Writer {
  readonly person = crypto.randomUUID()
  constructor(private readonly address: string) {}

  async send<Name extends CommandType>(type: Name, payload: CommandPayload<Name>): Promise<number> {
    const began = performance.now()
    const answer = await fetch(`${this.address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id: crypto.randomUUID(),
        type,
        person: this.person,
        device: 'bench',
        at: new Date().toISOString(),
        baseVersion: null,
        payload,
      }),
    })
    if (!answer.ok) throw new Error(await answer.text())
    await answer.arrayBuffer()
    return performance.now() - began
  }
}

async function onEmpty<Answer>(measure: (server: Started, data: string) => Promise<Answer>) {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const server = await startAnklet(data)
  try {
    return await measure(server, data)
  } finally {
    await server.stop()
    rmSync(data, { recursive: true, force: true })
  }
}

const openJob = async (writer: Writer): Promise<string> => {
  const ids = newJobIds()
  await writer.send('person.add', { personId: writer.person, name: `W ${writer.person}` })
  for (const [type, payload] of carCommands(ids, 'W 1')) await writer.send(type, payload)
  await writer.send('job.open', jobOpen(ids))
  return ids.jobId
}

const noteOn = (jobId: string) => ({
  noteId: crypto.randomUUID(),
  jobId,
  from: 'person' as const,
  title: 'Heard',
  lines: ['Hiss at the left front'],
})

/** One who writes alone, and fifty at once. */
export const measureWrites = (): Promise<WriteSpeed> =>
  onEmpty(async ({ address }) => {
    const writer = new Writer(address)
    const jobId = await openJob(writer)
    const alone: number[] = []
    for (let i = 0; i < WRITES; i++) alone.push(await writer.send('job.note', noteOn(jobId)))
    const together: number[] = []
    const began = performance.now()
    await Promise.all(
      Array.from({ length: WRITERS }, async () => {
        for (let i = 0; i < WRITES / 10; i++)
          together.push(await writer.send('job.note', noteOn(jobId)))
      }),
    )
    return {
      aloneP50Ms: quantile(alone, 0.5),
      aloneP99Ms: quantile(alone, 0.99),
      togetherP50Ms: quantile(together, 0.5),
      togetherP99Ms: quantile(together, 0.99),
      togetherPerS: (1000 * together.length) / (performance.now() - began),
    }
  })

const statusOf = (pid: string): string => {
  try {
    return readFileSync(`/proc/${pid}/status`, 'utf8')
  } catch {
    return ''
  }
}

/** Memory of a process and of all it started, bytes. */
function memoryOf(pid: number): number {
  const all = readdirSync('/proc').filter((name) => /^\d+$/.test(name))
  const family = new Set([String(pid)])
  for (let grown = true; grown;) {
    grown = false
    for (const each of all) {
      const parent = /PPid:\s+(\d+)/.exec(statusOf(each))?.[1]
      if (parent && family.has(parent) && !family.has(each)) {
        family.add(each)
        grown = true
      }
    }
  }
  return [...family].reduce(
    (sum, each) => sum + 1024 * Number(/VmRSS:\s+(\d+)/.exec(statusOf(each))?.[1] ?? 0),
    0,
  )
}

async function fillWithPhotos(writer: Writer, jobId: string): Promise<void> {
  for (let i = 0; i < PHOTOS; i++)
    await writer.send('photo.add', {
      photoId: crypto.randomUUID(),
      jobId,
      caption: `Photo ${i}`,
      picture: noisePicture(PHOTO_BYTES).toString('base64'),
    })
}

/** Waits for a backup or a restore while somebody reads and writes. */
async function meanwhile(
  { address, pid }: Started,
  begin: () => Promise<unknown>,
  write: () => Promise<number>,
): Promise<{ seconds: number; slowestMs: number; peakMb: number; record: BackupsRecord }> {
  let [slowestMs, peak] = [0, 0]
  const began = performance.now()
  await begin()
  for (;;) {
    const asked = performance.now()
    const record = (await (await fetch(`${address}/api/backups`)).json()) as BackupsRecord
    const readMs = performance.now() - asked
    slowestMs = Math.max(slowestMs, readMs, await write())
    peak = Math.max(peak, memoryOf(pid))
    if (record.doing === null) {
      if (record.fault) throw new Error(record.fault)
      return { seconds: (performance.now() - began) / 1000, slowestMs, peakMb: peak / 1e6, record }
    }
    await pause(50)
  }
}

/** A backup of a shop with two thousand photos, and its way back. */
export const measureBackup = (): Promise<BackupSpeed> =>
  onEmpty(async (server, data) => {
    const { address } = server
    const writer = new Writer(address)
    const jobId = await openJob(writer)
    await fillWithPhotos(writer, jobId)
    const post = (path: string, body: object) =>
      fetch(`${address}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    const made = await meanwhile(
      server,
      () => post('/api/backups', {}),
      () => writer.send('job.note', noteOn(jobId)),
    )
    const [{ name, bytes } = { name: '', bytes: 0 }] = made.record.backups
    const restoring = performance.now()
    await post('/api/backups/restore', { name })
    for (;;) {
      const answer = await fetch(`${address}/api/backups`).catch(() => null)
      const record = answer?.ok ? ((await answer.json()) as BackupsRecord) : null
      if (record?.doing === null && record.restored) break
      if (record?.fault) throw new Error(record.fault)
      await pause(200)
    }
    const restoreSeconds = (performance.now() - restoring) / 1000
    await server.stop()
    const again = await startAnklet(data)
    await again.stop()
    return {
      photos: PHOTOS,
      megabytes: bytes / 1e6,
      seconds: made.seconds,
      peakMb: made.peakMb,
      slowestMs: made.slowestMs,
      restoreSeconds,
      startSeconds: again.seconds,
    }
  })
