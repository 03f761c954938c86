import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { FakeSource } from '../../test/fakeSource.ts'
import type { StreamEvent } from './stream.ts'
import { SharedStream } from './stream.ts'

/** Locks of one browser: one holder, the others in a row. */
function fakeLocks() {
  let last: Promise<unknown> = Promise.resolve()
  return {
    request: (_name: string, { signal }: { signal: AbortSignal }, hold: () => Promise<void>) => {
      const turn = last.then(() => (signal.aborted ? undefined : hold()))
      last = turn
      return turn
    },
  }
}

/** The pages of one browser hear each other, a moment later, and not themselves. */
class Channel {
  private static all: Channel[] = []
  onmessage: ((event: { data: unknown }) => void) | null = null
  constructor() {
    Channel.all.push(this)
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all)
      if (other !== this) queueMicrotask(() => other.onmessage?.({ data: structuredClone(data) }))
  }
  static clear(): void {
    Channel.all = []
  }
}

const pages: (() => void)[] = []
function openPage(): {
  stream: SharedStream
  heard: StreamEvent[]
  opens: boolean[]
  leave(): void
} {
  const stream = new SharedStream()
  const heard: StreamEvent[] = []
  const opens: boolean[] = []
  const leave = stream.listen({ event: (event) => heard.push(event), open: (is) => opens.push(is) })
  pages.push(leave)
  return { stream, heard, opens, leave }
}

beforeEach(() => {
  FakeSource.open = []
  Channel.clear()
  vi.stubGlobal('BroadcastChannel', Channel)
  vi.stubGlobal('EventSource', FakeSource)
  vi.stubGlobal('navigator', { locks: fakeLocks() })
})
afterEach(() => {
  for (const leave of pages.splice(0)) leave()
  vi.unstubAllGlobals()
})

const until = (is: () => boolean): Promise<void> => vi.waitFor(() => expect(is()).toBe(true))

describe('six pages of one browser', () => {
  test('hold one stream, for all that any of them wants, and all hear it', async () => {
    const all = Array.from({ length: 6 }, openPage)
    await until(() => FakeSource.open.length === 1)
    all[0]!.stream.want(['a'])
    all[4]!.stream.want(['b'])
    await until(() => FakeSource.open[0]?.url === '/api/live?ids=a,b')
    expect(FakeSource.open).toHaveLength(1)
    FakeSource.open[0]!.say('change', { type: 'round.record' })
    await until(() => all.every(({ heard }) => heard.some(({ name }) => name === 'change')))
  })

  test('the next one takes over when the one that holds it goes', async () => {
    const [first, second] = [openPage(), openPage()]
    await until(() => FakeSource.open.length === 1)
    second.stream.want(['b'])
    await until(() => FakeSource.open[0]?.url === '/api/live?ids=b')
    const before = FakeSource.open[0]
    first.leave()
    await until(() => FakeSource.open.length === 1 && FakeSource.open[0] !== before)
    await until(() => FakeSource.open[0]?.url === '/api/live?ids=b')
    FakeSource.open[0]!.onopen!()
    expect(second.opens.at(-1)).toBe(true)
  })

  test('one that comes late learns that the stream stands and how its devices do', async () => {
    const first = openPage()
    await until(() => FakeSource.open.length === 1)
    first.stream.want(['a'])
    await until(() => FakeSource.open[0]?.url === '/api/live?ids=a')
    FakeSource.open[0]!.onopen!()
    FakeSource.open[0]!.say('status', { device: 'a', attached: true })
    const late = openPage()
    late.stream.want(['a'])
    await until(() => late.opens.includes(true))
    await until(() => late.heard.some(({ name }) => name === 'status'))
    expect(FakeSource.open).toHaveLength(1)
  })
})

test('a stream that was refused is tried again; what goes on between is told as a gap', () => {
  vi.useFakeTimers()
  try {
    vi.stubGlobal('navigator', {})
    const { opens } = openPage()
    const refused = FakeSource.open[0]!
    refused.onopen!()
    refused.readyState = 2
    refused.onerror!()
    expect(opens).toEqual([true, false])
    vi.advanceTimersByTime(5000)
    expect(FakeSource.open).toHaveLength(1)
    expect(FakeSource.open[0]).not.toBe(refused)
  } finally {
    vi.useRealTimers()
  }
})
