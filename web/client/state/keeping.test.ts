import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { keep, useKeeping } from './keeping.ts'

beforeEach(() => {
  vi.useFakeTimers()
  useKeeping.setState({ unwritten: [], failing: [] })
})
afterEach(() => {
  vi.useRealTimers()
})

const settle = (): Promise<unknown> => vi.advanceTimersByTimeAsync(0)
const refusing = (times: number) => {
  const write = vi.fn(() => Promise.resolve())
  for (let i = 0; i < times; i++) write.mockRejectedValueOnce(new Error('QuotaExceededError'))
  return write
}

describe('what is kept on this device', () => {
  test('a write the store does not take is said at once, tried again, and taken back when it is in', async () => {
    const write = refusing(2)
    keep('a', write)
    await settle()
    expect(useKeeping.getState().failing).toEqual(['a'])
    await vi.advanceTimersByTimeAsync(4000)
    expect(write).toHaveBeenCalledTimes(2)
    expect(useKeeping.getState()).toEqual({ unwritten: ['a'], failing: ['a'] })
    await vi.advanceTimersByTimeAsync(4000)
    expect(write).toHaveBeenCalledTimes(3)
    expect(useKeeping.getState()).toEqual({ unwritten: [], failing: [] })
  })

  test('a later state takes the place of an earlier one that failed: it never comes back over it', async () => {
    const first = refusing(1)
    const second = refusing(0)
    keep('b', first)
    await settle()
    keep('b', second)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(first).toHaveBeenCalledTimes(1)
    expect(second).toHaveBeenCalledTimes(1)
    expect(useKeeping.getState().failing).toEqual([])
  })

  test('a state that comes while the one before is being written is written after it', async () => {
    let end = (): void => undefined
    const first = vi.fn(
      () =>
        new Promise<void>((done) => {
          end = done
        }),
    )
    const second = refusing(0)
    keep('e', first)
    await settle()
    expect(first).toHaveBeenCalledTimes(1)
    keep('e', second)
    expect(useKeeping.getState().unwritten).toEqual(['e'])
    end()
    await settle()
    expect(second).toHaveBeenCalledTimes(1)
    expect(useKeeping.getState().unwritten).toEqual([])
  })

  test('a state counts as unwritten from the moment it is there until the write of the latest has ended', async () => {
    const ends: (() => void)[] = []
    const write = (): Promise<void> => new Promise((done) => ends.push(done))
    keep('f', write)
    expect(useKeeping.getState().unwritten).toEqual(['f'])
    await settle()
    keep('f', () => write())
    ends[0]!()
    await settle()
    expect(useKeeping.getState().unwritten).toEqual(['f'])
    ends[1]!()
    await settle()
    expect(useKeeping.getState().unwritten).toEqual([])
  })

  test('one that fails holds no other back', async () => {
    const failing = refusing(1)
    const other = refusing(0)
    keep('c', failing)
    keep('d', other)
    await settle()
    expect(other).toHaveBeenCalledTimes(1)
    expect(useKeeping.getState().failing).toEqual(['c'])
    await vi.advanceTimersByTimeAsync(4000)
  })
})
