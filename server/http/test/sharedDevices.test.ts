import type { LinkCommand, LinkMessage, Trace } from '@anklet/contract'
import { asc, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Told } from '../../devices/following.ts'
import { DeviceHub } from '../../devices/hub.ts'
import { Leader } from '../../devices/leader.ts'
import { Recorder } from '../../devices/recorder.ts'
import type { Wire } from '../../store/database.ts'
import { deviceLog, logChunk } from '../../store/schema.ts'
import { benchOfFile } from '../../test/bench.ts'
import { boxWith, GALLERY, openTestJob } from '../../test/records.ts'
import { Devices } from '../deviceActs.ts'

const bench = benchOfFile()

/** What processes tell each other by; each tells all the others. */
class Lines {
  private readonly listeners: ((words: string) => void)[] = []
  wire(): Wire {
    let own: ((words: string) => void) | null = null
    return {
      tell: async (_topic, words) => {
        await Promise.resolve()
        for (const listener of this.listeners) if (listener !== own) listener(words)
      },
      hear: (_topic, listener) => {
        own = listener
        this.listeners.push(listener)
      },
    }
  }
}

interface Process {
  readonly devices: Devices
  readonly recorder: Recorder
  end(): Promise<void>
}

const SOON = { timeout: 12_000, interval: 50 }
let leading: number
let processes: Process[]
beforeEach(() => {
  leading = 0
  const lines = new Lines()
  processes = [0, 1].map((n) => {
    const hub = new DeviceHub()
    const recorder = new Recorder(bench.db, hub)
    const among = { wire: lines.wire(), leads: () => leading === n }
    const devices = new Devices({ db: bench.db, hub, recorder }, among)
    const end = async (): Promise<void> => {
      devices.close()
      hub.close()
      await recorder.close()
    }
    return { devices, recorder, end }
  })
})
afterEach(async () => {
  for (const { end } of processes) await end()
})

const BOX = boxWith({
  actions: ['fill'],
  channels: [GALLERY],
})
const hello = { format: 'anklet-link', formatVersion: 1, identity: BOX } as const
const frame = (atS: number, gallery: number): LinkMessage => ({
  kind: 'frame',
  atS,
  values: { gallery },
})
const FILL: LinkCommand = {
  commandId: crypto.randomUUID(),
  action: 'fill',
  corner: 'FL',
  forS: null,
  offMm: null,
}
const holder = (device: string) => ({ person: bench.person, device, jobId: null })

async function follow(devices: Devices, id: string): Promise<Told[]> {
  const told: Told[] = []
  await devices.follow({ of: 'events', id }, (each) => told.push(each))
  return told
}
const framesIn = (told: readonly Told[]): number[] =>
  told.flatMap(({ event, data }) => (event === 'frame' ? [data.values['gallery']!] : []))

describe('devices of a shop that several processes serve', () => {
  test('whoever takes one through one process holds it in all of them', async () => {
    await openTestJob(bench, { simulated: true })
    const [one, other] = processes as [Process, Process]
    const list = await other.devices.ask('list')
    expect(list).toEqual(await one.devices.ask('list'))
    const { id } = list.find(({ standIn }) => standIn)!.identity
    await other.devices.ask('hold', id, holder('tablet 1'))
    await expect(one.devices.ask('hold', id, holder('tablet 2'))).rejects.toMatchObject({
      code: 'deviceHeld',
      data: { device: 'tablet 1' },
    })
    await expect(other.devices.ask('hold', id, holder('tablet 2'))).rejects.toMatchObject({
      code: 'deviceHeld',
      data: { device: 'tablet 1' },
      path: '/holder',
    })
    expect(await other.devices.ask('release', id, holder('tablet 1'))).toMatchObject({
      heldBy: null,
    })
  })

  test('an adapter that reaches one is heard in both, and does what is asked in either', async () => {
    const [one, other] = processes as [Process, Process]
    const token = await other.devices.ask('attach', hello)
    const heard = [await follow(one.devices, 'box'), await follow(other.devices, 'box')]
    // One that begins later has what was told last.
    await other.devices.ask('receive', 'box', token, [frame(0, 7)])
    await vi.waitFor(() => expect(heard.map(framesIn)).toEqual([[7], [7]]))
    expect(framesIn(await follow(other.devices, 'box'))).toEqual([7])

    const asked: Told[] = []
    await other.devices.follow({ of: 'commands', id: 'box', token }, (told) => asked.push(told))
    const done = one.devices.ask('order', 'box', FILL)
    await vi.waitFor(() => expect(asked).toEqual([{ event: 'command', data: FILL }]))
    await other.devices.ask('receive', 'box', token, [
      { kind: 'done', commandId: FILL.commandId, ok: false, reason: 'No valve there.' },
    ])
    await expect(done).rejects.toMatchObject({
      code: 'moduleRefuses',
      data: { reason: 'No valve there.' },
    })
  })

  test('nobody listens to a device that is not there, nor takes an adapter’s orders without its token', async () => {
    const [, other] = processes as [Process, Process]
    await expect(follow(other.devices, 'nobody')).rejects.toMatchObject({ code: 'notFound' })
    await other.devices.ask('attach', hello)
    await expect(
      other.devices.follow({ of: 'commands', id: 'box', token: 'guessed' }, () => undefined),
    ).rejects.toMatchObject({ code: 'adapterUnknown' })
  })

  test('when another leads, a device is shown as away, its adapter is told, and it is heard again', async () => {
    const [one, other] = processes as [Process, Process]
    const token = await one.devices.ask('attach', hello)
    const heard = await follow(one.devices, 'box')
    const asked: Told[] = []
    await other.devices.follow({ of: 'commands', id: 'box', token }, (told) => asked.push(told))
    leading = 1
    await vi.waitFor(() => {
      expect(heard.at(-1)).toMatchObject({ event: 'status', data: { attached: false } })
      expect(asked.at(-1)).toEqual({ event: 'gone', data: null })
    }, SOON)
    const again = await one.devices.ask('attach', hello)
    await vi.waitFor(
      () => expect(heard.at(-1)).toMatchObject({ event: 'status', data: { attached: true } }),
      SOON,
    )
    await one.devices.ask('receive', 'box', again, [frame(0, 9)])
    await vi.waitFor(() => expect(framesIn(heard)).toEqual([9]))
  })

  test('a log goes on in the process that leads next, after a gap as long as it was', async () => {
    const { jobId } = await openTestJob(bench)
    const [one, other] = processes as [Process, Process]
    const logId = crypto.randomUUID()
    const begun = Date.now()
    await bench.db.insert(deviceLog).values({
      id: logId,
      jobId,
      deviceId: 'box',
      title: 'Night',
      at: new Date(begun).toISOString(),
      personId: bench.person,
      deviceName: 'box',
      channels: [],
      from: 'link',
    })
    const token = await one.devices.ask('attach', hello)
    await other.devices.ask('record', logId, 'box')
    await one.devices.ask('receive', 'box', token, [frame(100, 7), frame(101, 6.9)])
    leading = 1
    // Whoever led writes what it has heard and lets go.
    await vi.waitFor(async () => {
      expect(await bench.db.select().from(logChunk).where(eq(logChunk.logId, logId))).toHaveLength(
        1,
      )
    }, SOON)
    const again = await one.devices.ask('attach', hello)
    await vi.waitFor(async () => {
      await one.devices.ask('receive', 'box', again, [frame(5, 6.5)])
      await other.devices.ask('endRecord', logId)
      expect(await bench.db.select().from(logChunk).where(eq(logChunk.logId, logId))).toHaveLength(
        2,
      )
    }, SOON)
    const chunks = await bench.db
      .select()
      .from(logChunk)
      .where(eq(logChunk.logId, logId))
      .orderBy(asc(logChunk.seq))
    const [before, after] = chunks.map(({ trace }) => trace) as [Trace, Trace]
    expect(before).toMatchObject({ atS: [0, 1], values: { gallery: [7, 6.9] }, marks: [] })
    expect(after.values).toEqual({ gallery: [6.5] })
    expect(after.marks[0]).toEqual({ atS: after.atS[0], words: 'recording taken up again' })
    expect(after.atS[0]).toBeGreaterThan(1)
    expect(after.atS[0]).toBeLessThanOrEqual((Date.now() - begun) / 1000)
    const [row] = await bench.db.select().from(deviceLog).where(eq(deviceLog.id, logId))
    expect(row).toMatchObject({ rows: 3 })
    await bench.send('log.stop', { logId }).expect(200)
  })
})

describe('a process that asks', () => {
  const acts = { twice: (n: number) => 2 * n }
  const alone = { tell: () => Promise.resolve(), hear: () => undefined }
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  test('is told that nobody answers', async () => {
    const leader = new Leader({ wire: alone, leads: () => false }, acts)
    const asked = expect(leader.ask('twice', 4)).rejects.toMatchObject({ code: 'devicesAway' })
    await vi.advanceTimersByTimeAsync(10_000)
    await asked
  })
  test('is told so too where its own line to the others is gone', async () => {
    const torn = { ...alone, tell: () => Promise.reject(new Error('The line is gone.')) }
    const leader = new Leader({ wire: torn, leads: () => false }, acts)
    const asked = expect(leader.ask('twice', 4)).rejects.toMatchObject({ code: 'devicesAway' })
    await vi.advanceTimersByTimeAsync(10_000)
    await asked
  })
  test('does it itself when it leads before it was answered', async () => {
    let leads = false
    const leader = new Leader({ wire: alone, leads: () => leads }, acts)
    const asked = leader.ask('twice', 4)
    await vi.advanceTimersByTimeAsync(2000)
    leads = true
    await vi.advanceTimersByTimeAsync(300)
    expect(await asked).toBe(8)
  })
})
