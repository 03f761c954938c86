import type { Frame } from '@anklet/contract'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { FakeSource } from '../../test/fakeSource.ts'
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
  afterEach(() => {
    useLink.getState().hang()
    vi.unstubAllGlobals()
  })

  test('is one for all devices, opened once, and told apart by the device each event names', () => {
    vi.stubGlobal('EventSource', FakeSource)
    const { listen } = useLink.getState()
    listen(['a', 'b'])
    const first = FakeSource.last
    listen(['a', 'b'])
    expect(FakeSource.last).toBe(first)
    expect(first.url).toBe('/api/live?ids=a,b')
    first.say('frame', { device: 'a', ...frame(1) })
    first.say('press', { device: 'b', kind: 'press', channel: 'height', value: 480 })
    first.say('press', { device: 'b', kind: 'press', channel: 'height', value: 480 })
    expect(useLink.getState()).toMatchObject({
      frames: { a: [frame(1)] },
      press: { device: 'b', value: 480, count: 2 },
    })
    listen(['a'])
    expect(first.readyState === 2).toBe(true)
  })
  test('is let go by a page nobody looks at for long, and taken up again when somebody does', async () => {
    vi.useFakeTimers()
    vi.resetModules()
    const page = Object.assign(new EventTarget(), { hidden: false })
    vi.stubGlobal('document', page)
    vi.stubGlobal('EventSource', FakeSource)
    const link = (await import('./link.ts')).useLink
    link.getState().listen(['a'])
    const first = FakeSource.last
    const turn = (hidden: boolean): void => {
      page.hidden = hidden
      page.dispatchEvent(new Event('visibilitychange'))
    }
    turn(true)
    vi.advanceTimersByTime(60_000)
    turn(false)
    expect(FakeSource.last).toBe(first)
    turn(true)
    vi.advanceTimersByTime(11 * 60_000)
    expect([first.readyState === 2, link.getState().open]).toEqual([true, false])
    turn(false)
    expect(FakeSource.last.url).toBe(first.url)
    expect(FakeSource.last).not.toBe(first)
    vi.useRealTimers()
  })
  test('says when it is interrupted and when it is back', () => {
    vi.stubGlobal('EventSource', FakeSource)
    useLink.getState().listen(['a'])
    FakeSource.last.onopen!()
    expect(useLink.getState().open).toBe(true)
    FakeSource.last.onerror!()
    expect(useLink.getState().open).toBe(false)
  })
})
