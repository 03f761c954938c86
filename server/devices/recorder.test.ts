import type { Frame, LinkMessage, Trace } from '@anklet/contract'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Database } from '../store/database.ts'
import { boxWith, GALLERY } from '../test/records.ts'
import { DeviceHub } from './hub.ts'
import { Recorder } from './recorder.ts'

interface Chunk {
  readonly seq: number
  readonly trace: Trace
}

/** Takes what is written; fails as often as asked before. */
class Notebook {
  readonly chunks: Chunk[] = []
  readonly rows: number[] = []
  failures = 0
  readonly db = {
    transaction: (work: (tx: unknown) => Promise<void>) => work(this.db),
    execute: () => Promise.resolve(),
    insert: () => ({
      values: (chunk: Chunk): Promise<void> => {
        if (this.failures > 0) {
          this.failures -= 1
          return Promise.reject(new Error('The disk is full.'))
        }
        this.chunks.push(chunk)
        return Promise.resolve()
      },
    }),
    update: () => ({
      set: ({ rows }: { rows: number }) => ({
        where: () => ({
          returning: () => {
            this.rows.push(rows)
            return Promise.resolve([{ jobId: 'job' }])
          },
        }),
      }),
    }),
  } as unknown as Database
}

const BOX = boxWith({
  channels: [GALLERY],
})
const frame = (atS: number, gallery?: number, change: Partial<Frame> = {}): LinkMessage => ({
  kind: 'frame',
  atS,
  values: gallery === undefined ? {} : { gallery },
  ...change,
})

let hub: DeviceHub
let book: Notebook
let recorder: Recorder
let token: string
beforeEach(() => {
  vi.useFakeTimers({ now: Date.UTC(2026, 10, 24, 8) })
  hub = new DeviceHub()
  book = new Notebook()
  recorder = new Recorder(book.db, hub)
  token = hub.attach({ format: 'anklet-link', formatVersion: 1, identity: BOX })
  recorder.start('log', 'box')
})
afterEach(async () => {
  await recorder.close()
  hub.close()
  vi.useRealTimers()
})
const tell = (...messages: LinkMessage[]): void => hub.receive('box', token, messages)
/** All that was written of the log, as one. */
async function written(): Promise<Trace> {
  await recorder.stop('log')
  return {
    atS: book.chunks.flatMap(({ trace }) => trace.atS),
    values: { gallery: book.chunks.flatMap(({ trace }) => trace.values['gallery'] ?? []) },
    marks: book.chunks.flatMap(({ trace }) => trace.marks),
  }
}

describe('what a log keeps', () => {
  test('its clock begins at nothing, whatever the device’s clock says', async () => {
    tell(frame(5000, 1), frame(5001, 2), frame(5002.5, 3))
    expect(await written()).toEqual({
      atS: [0, 1, 2.5],
      values: { gallery: [1, 2, 3] },
      marks: [],
    })
    expect(book.rows).toEqual([3])
  })
  test('a value that cannot be, or was not told, is none; the edges are values', async () => {
    tell(frame(0, 0), frame(1, 25), frame(2, 25.1), frame(3, -0.1), frame(4))
    expect((await written()).values).toEqual({ gallery: [0, 25, null, null, null] })
  })
  test('the same moment told twice is one row', async () => {
    tell(frame(0, 1), frame(0, 2), frame(1, 3), frame(1, 4))
    expect(await written()).toMatchObject({ atS: [0, 1], values: { gallery: [1, 3] } })
  })
  test('a clock that jumps on is told, and the gap stays; half a minute is none', async () => {
    tell(frame(0, 1), frame(30, 2), frame(60.1, 3))
    expect(await written()).toEqual({
      atS: [0, 30, 60.1],
      values: { gallery: [1, 2, 3] },
      marks: [{ atS: 60.1, words: 'the device’s clock jumped' }],
    })
  })
  test('a clock that jumps back is told, and the log goes on from where it was', async () => {
    tell(frame(100, 1), frame(110, 2), frame(3, 3), frame(5, 4))
    expect(await written()).toEqual({
      atS: [0, 10, 12],
      values: { gallery: [1, 2, 4] },
      marks: [{ atS: 10, words: 'the device’s clock jumped' }],
    })
  })
  test('modes, presses, orders and a link that goes and comes are marked at their moment', async () => {
    const mode = (now: 'awake' | 'raising') => ({
      module: {
        mode: now,
        pumpOn: false,
        open: [],
        levelId: 'road',
        lifting: false,
        ignition: true,
        supply: true,
        doorOpen: false,
      },
    })
    tell(frame(0, 1, mode('awake')), frame(1, 1, mode('awake')), frame(2, 1, mode('raising')))
    tell({ kind: 'press', channel: 'gallery', value: 7 })
    recorder.mark('box', 'asked to stop')
    recorder.mark('another', 'is not heard here')
    vi.advanceTimersByTime(6000)
    tell(frame(3, 1, mode('raising')))
    expect((await written()).marks).toEqual([
      { atS: 0, words: 'awake' },
      { atS: 2, words: 'raising' },
      { atS: 2, words: 'gallery: 7' },
      { atS: 2, words: 'asked to stop' },
      { atS: 2, words: 'link lost' },
      { atS: 2, words: 'link back' },
    ])
  })
})

describe('how it is written', () => {
  test('every two seconds what came since, in pieces by number; nothing where nothing came', async () => {
    tell(frame(0, 1))
    await vi.advanceTimersByTimeAsync(2000)
    tell(frame(1, 2))
    await vi.advanceTimersByTimeAsync(2000)
    await vi.advanceTimersByTimeAsync(2000)
    expect(book.chunks.map(({ seq, trace }) => [seq, trace.atS])).toEqual([
      [0, [0]],
      [1, [1]],
    ])
    expect(book.rows).toEqual([1, 2])
  })
  test('what could not be written goes in front of what came since, and loses nothing', async () => {
    book.failures = 1
    tell(frame(0, 1))
    recorder.mark('box', 'first')
    await vi.advanceTimersByTimeAsync(2000)
    expect(book.chunks).toEqual([])
    tell(frame(1, 2))
    recorder.mark('box', 'second')
    expect(await written()).toEqual({
      atS: [0, 1],
      values: { gallery: [1, 2] },
      marks: [
        { atS: 0, words: 'first' },
        { atS: 1, words: 'second' },
      ],
    })
    expect(book.rows).toEqual([2])
  })
  test('stopped it hears nothing more; started twice it is one log', async () => {
    recorder.start('log', 'box')
    tell(frame(0, 1))
    await recorder.stop('log')
    tell(frame(1, 2))
    await recorder.stop('log')
    await recorder.stop('never begun')
    expect(book.chunks.map(({ trace }) => trace.atS)).toEqual([[0]])
  })
  test('all logs are ended in good order', async () => {
    recorder.start('other', 'box')
    tell(frame(0, 1))
    await recorder.close()
    expect(book.chunks).toHaveLength(2)
    tell(frame(1, 1))
    await vi.advanceTimersByTimeAsync(10_000)
    expect(book.chunks).toHaveLength(2)
  })
})
