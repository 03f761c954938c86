import type { Command } from '@anklet/contract'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { useWorkQueue } from './workQueue.ts'

vi.mock('idb-keyval', () => ({
  createStore: () => null,
  set: () => Promise.resolve(),
  del: () => Promise.resolve(),
  entries: () => Promise.resolve([]),
}))

const command = (id: string, at = '2026-11-30T10:00:00.000Z'): Command =>
  ({ id, at, type: 'work.record', payload: { entryId: id, content: { kind: 'done' } } }) as never
const queue = () => useWorkQueue.getState()
const ids = (): string[] => queue().items.map((item) => item.command.id)

beforeEach(() => useWorkQueue.setState({ items: [], taken: [] }))

describe('what was done at the car and is on its way', () => {
  test('keeps its order by counting, whatever the clock says', () => {
    vi.useFakeTimers({ now: new Date('2026-11-30T12:00:00Z') })
    queue().add('j', command('first'))
    vi.setSystemTime(new Date('2026-11-30T07:00:00Z'))
    queue().add('j', command('second'))
    vi.setSystemTime(new Date('2001-01-01T00:00:00Z'))
    queue().add('k', command('third'))
    vi.useRealTimers()
    expect(ids()).toEqual(['first', 'second', 'third'])
    const keys = queue().items.map(({ key }) => key)
    expect(keys.toSorted()).toEqual(keys)
  })

  test('goes on behind what an earlier release kept under the time of its clock', () => {
    const key = `${String(Date.now()).padStart(15, '0')}-000001`
    useWorkQueue.setState({
      items: [{ key, jobId: 'j', command: command('old'), refusal: null }],
    })
    queue().add('j', command('new'))
    expect(ids()).toEqual(['old', 'new'])
  })

  test('an entry refused for its time is dated anew and goes again, in its place', () => {
    queue().add('j', command('a', '2026-12-24T10:00:00.000Z'))
    queue().add('j', command('b'))
    const { key } = queue().items[0]!
    queue().refuse(key, 'That lies in the future.', true)
    expect(queue().items[0]).toMatchObject({ refusal: 'That lies in the future.', early: true })
    queue().redate(key, '2026-11-30T10:00:00.000Z')
    expect(queue().items[0]).toMatchObject({
      refusal: null,
      early: false,
      command: { id: 'a', at: '2026-11-30T10:00:00.000Z' },
    })
    expect(ids()).toEqual(['a', 'b'])
  })
})
