import { describe, expect, test, vi } from 'vitest'
import { Kept } from './kept.ts'

interface Line {
  readonly words: string
}

describe('answers that are kept', () => {
  test('an answer is given again while its stamp stands, and worked out anew under another', async () => {
    const kept = new Kept<Line>(10)
    const make = vi.fn((): Promise<Line> => Promise.resolve({ words: `${make.mock.calls.length}` }))
    const asked = { key: 'a', stamp: '1' }
    expect(await kept.of(asked, make)).toEqual({ words: '1' })
    expect(await kept.of(asked, make)).toEqual({ words: '1' })
    expect(await kept.of({ key: 'b', stamp: '1' }, make)).toEqual({ words: '2' })
    expect(await kept.of({ key: 'a', stamp: '2' }, make)).toEqual({ words: '3' })
    // What was kept by the earlier stamp has gone.
    expect(await kept.of(asked, make)).toEqual({ words: '4' })
  })

  test('those who ask for the same at once wait for one; what fails is asked again', async () => {
    const kept = new Kept<Line>(10)
    const asked = { key: 'a', stamp: '1' }
    const make = vi
      .fn<() => Promise<Line>>()
      .mockRejectedValueOnce(new Error('no'))
      .mockResolvedValue({ words: 'yes' })
    const first = await Promise.allSettled([kept.of(asked, make), kept.of(asked, make)])
    expect(first.map(({ status }) => status)).toEqual(['rejected', 'rejected'])
    expect(make).toHaveBeenCalledTimes(1)
    const later = await Promise.all([kept.of(asked, make), kept.of(asked, make)])
    expect(later).toEqual([{ words: 'yes' }, { words: 'yes' }])
    expect(make).toHaveBeenCalledTimes(2)
  })

  test('of many, those that changed are worked out together, in the order asked for', async () => {
    const kept = new Kept<Line>(10)
    const made: string[][] = []
    const make = (keys: readonly string[]) => {
      made.push([...keys])
      const there = keys.filter((key) => key !== 'gone')
      return Promise.resolve(new Map(there.map((key) => [key, { words: key }])))
    }
    const at = (stamp: string, ...keys: string[]) => keys.map((key) => ({ key, stamp }))
    const words = async (...args: Parameters<typeof at>) =>
      (await kept.all(at(...args), make)).map((line) => line.words)
    expect(await words('1', 'b', 'a')).toEqual(['b', 'a'])
    expect(await words('1', 'a', 'gone', 'c', 'b')).toEqual(['a', 'c', 'b'])
    expect(await words('2', 'c')).toEqual(['c'])
    expect(made).toEqual([['b', 'a'], ['gone', 'c'], ['c']])
    // None: nobody is asked.
    expect(await words('2')).toEqual([])
    expect(made).toHaveLength(3)
  })

  test('more than there is room for is worked out, and none is left out', async () => {
    const kept = new Kept<Line>(2)
    const keys = ['a', 'b', 'c', 'd']
    const make = (some: readonly string[]) =>
      Promise.resolve(new Map(some.map((key) => [key, { words: key }])))
    const asked = keys.map((key) => ({ key, stamp: '1' }))
    expect(await kept.all(asked, make)).toHaveLength(4)
    expect(await kept.all(asked, make)).toHaveLength(4)
  })
})
