import { once } from 'node:events'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import { benchOfFile } from '../../test/bench.ts'
import { openTestJob } from '../../test/records.ts'
import { SignedIn } from '../../test/signedIn.ts'

const bench = benchOfFile()
let server: Server
let address: string
beforeAll(async () => {
  server = bench.app.listen(0, '127.0.0.1')
  await once(server, 'listening')
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(() => {
  server.close()
  server.closeAllConnections()
})

interface Heard {
  readonly text: () => string
  readonly ended: () => boolean
  stop(): void
}

async function hear(path: string, headers: Record<string, string> = {}): Promise<Heard> {
  const stop = new AbortController()
  const answer = await fetch(`${address}${path}`, { signal: stop.signal, headers })
  expect(answer.headers.get('content-type')).toContain('text/event-stream')
  let [text, isOver] = ['', false]
  const read = async (): Promise<void> => {
    for await (const part of answer.body!) text += Buffer.from(part as Uint8Array).toString()
    isOver = true
  }
  read().catch(() => undefined)
  return { text: () => text, ended: () => isOver, stop: () => stop.abort() }
}

test('everybody who listens hears what was written, on which job and from which device, once', async () => {
  const [one, other] = [await hear('/api/live'), await hear('/api/live?ids=')]
  const { jobId } = await openTestJob(bench)
  const note = { noteId: crypto.randomUUID(), jobId, from: 'person', title: 'Seen', lines: ['x'] }
  const envelope = { id: crypto.randomUUID(), device: 'tablet 2' }
  await bench.send('job.note', note as never, envelope).expect(200)
  await bench.send('job.note', note as never, envelope).expect(200)
  for (const { text } of [one, other])
    await vi.waitFor(() =>
      expect(text()).toContain(
        `event: change\ndata: ${JSON.stringify({ type: 'job.note', jobId, device: 'tablet 2' })}\n\n`,
      ),
    )
  expect(one.text().split('job.note')).toHaveLength(2)
  one.stop()
  other.stop()
})

test('what was refused is not told', async () => {
  const { text, stop } = await hear('/api/live')
  await bench.send('job.close', { jobId: crypto.randomUUID() }).expect(422)
  await bench.send('person.add', { personId: crypto.randomUUID(), name: 'L. Later' }).expect(200)
  await vi.waitFor(() => expect(text()).toContain('person.add'))
  expect(text()).not.toContain('job.close')
  stop()
})

test('a device that is not there does not take the rest along; alone it is refused', async () => {
  const { text, stop } = await hear('/api/live?ids=no-such-device')
  await bench.send('person.add', { personId: crypto.randomUUID(), name: 'M. More' }).expect(200)
  await vi.waitFor(() => expect(text()).toContain('person.add'))
  stop()
  await bench.get('/api/devices/stream?ids=no-such-device').expect(404)
  await bench.get('/api/devices/stream').expect(404)
})

test('a stream ends with the session it was opened in', async () => {
  vi.useFakeTimers({ toFake: ['setInterval'] })
  try {
    const answer = await bench.post('/api/accounts/first', {
      personId: bench.person,
      secret: 'quay-4711',
      device: 'd',
    })
    const lead = new SignedIn(bench.app, answer, bench.person)
    await bench.get('/api/live').expect(401)
    const { ended } = await hear('/api/live', { cookie: lead.cookie })
    await vi.advanceTimersByTimeAsync(21_000)
    expect(ended()).toBe(false)
    await lead.post('/api/session/end', {}).expect(200)
    await vi.advanceTimersByTimeAsync(21_000)
    vi.useRealTimers()
    await vi.waitFor(() => expect(ended()).toBe(true))
  } finally {
    vi.useRealTimers()
  }
})
