import type { Frame } from '@anklet/contract'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { addFrame, useLink } from './link.ts'

const frame = (atS: number): Frame => ({ kind: 'frame', atS, values: { gallery: atS } })

describe('frames as they come', () => {
  test('one told twice counts once, a clock that ran back begins anew, old ones go', () => {
    expect(addFrame([frame(1)], frame(2))).toHaveLength(2)
    expect(addFrame([frame(1), frame(2)], { ...frame(2), values: { gallery: 9 } })).toEqual([
      frame(1),
      { ...frame(2), values: { gallery: 9 } },
    ])
    expect(addFrame([frame(5), frame(6)], frame(1))).toEqual([frame(1)])
    expect(
      addFrame(
        Array.from({ length: 2400 }, (_, i) => frame(i)),
        frame(3000),
      ),
    ).toHaveLength(2400)
  })
})

describe('the stream', () => {
  class Source {
    static last: Source
    onopen: (() => void) | null = null
    onerror: (() => void) | null = null
    closed = false
    readyState = 1
    readonly heard = new Map<string, (event: { data: string }) => void>()
    constructor(readonly url: string) {
      Source.last = this
    }
    addEventListener(name: string, listener: (event: { data: string }) => void): void {
      this.heard.set(name, listener)
    }
    close(): void {
      this.closed = true
    }
    say(name: string, data: object): void {
      this.heard.get(name)!({ data: JSON.stringify(data) })
    }
  }
  afterEach(() => {
    useLink.getState().hang()
    vi.unstubAllGlobals()
  })

  test('is one for all devices, opened once, and told apart by the device each event names', () => {
    vi.stubGlobal('EventSource', Source)
    const { listen } = useLink.getState()
    listen(['a', 'b'])
    const first = Source.last
    listen(['a', 'b'])
    expect(Source.last).toBe(first)
    expect(first.url).toBe('/api/live?ids=a,b')
    first.say('frame', { device: 'a', ...frame(1) })
    first.say('press', { device: 'b', kind: 'press', channel: 'height', value: 480 })
    first.say('press', { device: 'b', kind: 'press', channel: 'height', value: 480 })
    expect(useLink.getState()).toMatchObject({
      frames: { a: [frame(1)] },
      press: { device: 'b', value: 480, count: 2 },
    })
    listen(['a'])
    expect(first.closed).toBe(true)
  })
  test('is let go by a page nobody looks at for long, and taken up again when somebody does', async () => {
    vi.useFakeTimers()
    vi.resetModules()
    const page = Object.assign(new EventTarget(), { hidden: false })
    vi.stubGlobal('document', page)
    vi.stubGlobal('EventSource', Source)
    const link = (await import('./link.ts')).useLink
    link.getState().listen(['a'])
    const first = Source.last
    const turn = (hidden: boolean): void => {
      page.hidden = hidden
      page.dispatchEvent(new Event('visibilitychange'))
    }
    turn(true)
    vi.advanceTimersByTime(60_000)
    turn(false)
    expect(Source.last).toBe(first)
    turn(true)
    vi.advanceTimersByTime(11 * 60_000)
    expect([first.closed, link.getState().open]).toEqual([true, false])
    turn(false)
    expect(Source.last.url).toBe(first.url)
    expect(Source.last).not.toBe(first)
    vi.useRealTimers()
  })
  test('says when it is interrupted and when it is back', () => {
    vi.stubGlobal('EventSource', Source)
    useLink.getState().listen(['a'])
    Source.last.onopen!()
    expect(useLink.getState().open).toBe(true)
    Source.last.onerror!()
    expect(useLink.getState().open).toBe(false)
  })
})
