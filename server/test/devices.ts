import type { Server } from 'node:http'
import { once } from 'node:events'
import type { DeviceStatus, Frame } from '@anklet/contract'
import { afterAll, beforeAll } from 'vitest'
import { benchOfFile } from './bench.ts'

/** Waits, ms. */
export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))
/** Asks until an answer holds. @throws after ten seconds */
export async function until<Value>(
  ask: () => Promise<Value>,
  holds: (value: Value) => boolean,
): Promise<Value> {
  for (let tries = 0; tries < 100; tries += 1) {
    const value = await ask()
    if (holds(value)) return value
    await wait(100)
  }
  throw new Error('It never came to that.')
}
/** A server of a file's tests that listens at an address, with what its devices are asked and told. */
export function devicesOfFile() {
  const bench = benchOfFile()
  const at = { address: '', other: '' }
  let server: Server
  beforeAll(async () => {
    server = bench.app.listen(0, '127.0.0.1')
    await once(server, 'listening')
    at.address = `http://127.0.0.1:${String((server.address() as { port: number }).port)}`
    at.other = crypto.randomUUID()
    await bench.send('person.add', { personId: at.other, name: 'Second Person' }).expect(200)
  })
  afterAll(() => {
    server.closeAllConnections()
    server.close()
  })
  const devices = async (): Promise<DeviceStatus[]> =>
    (await bench.get('/api/devices').expect(200)).body as DeviceStatus[]
  const holder = (jobId: string | null, change = {}) => ({
    person: bench.person,
    device: 'tablet 1',
    jobId,
    ...change,
  })
  const order = (id: string, action: string, jobId: string | null, change = {}) =>
    bench.post(`/api/devices/${id}/orders`, {
      commandId: crypto.randomUUID(),
      action,
      corner: null,
      forS: null,
      offMm: null,
      foldsInspected: false,
      holder: holder(jobId),
      ...change,
    })
  const standIn = (id: string, change: object) => bench.post(`/api/devices/${id}/stand-in`, change)
  async function standInOf(typeId: string): Promise<string> {
    return (await devices()).find(
      ({ identity }) => identity.vehicleTypeId === typeId && identity.kind === 'module',
    )!.identity.id
  }
  /** Listens to a stream for a while. */
  async function hear(
    id: string,
    ms: number,
  ): Promise<{ readonly frames: Frame[]; readonly text: string }> {
    const stop = new AbortController()
    const answer = await fetch(`${at.address}/api/devices/stream?ids=${id}`, {
      signal: stop.signal,
    })
    let text = ''
    setTimeout(() => stop.abort(), ms)
    try {
      for await (const piece of answer.body!.pipeThrough(
        new TextDecoderStream(),
      ) as unknown as AsyncIterable<string>)
        text += piece
    } catch {
      /* Ended by us. */
    }
    return {
      text,
      frames: [...text.matchAll(/event: frame\ndata: (.*)/g)].map(
        ([, data]) => JSON.parse(data!) as Frame,
      ),
    }
  }
  return { bench, at, devices, holder, order, standIn, standInOf, hear }
}
