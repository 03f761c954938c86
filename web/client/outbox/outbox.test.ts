import type { Command } from '@anklet/contract'
import type { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { Refused, Unreachable } from '../api.ts'
import * as api from '../api.ts'
import type { Draft } from '../state/drafts.ts'
import { useDrafts } from '../state/drafts.ts'
import { useKeeping } from '../state/keeping.ts'
import { useWorkQueue } from '../state/workQueue.ts'
import type { Tray } from './outbox.ts'
import { runOutbox } from './outbox.ts'
import { finishedRounds } from './rounds.ts'
import { doneWork } from './work.ts'

vi.mock('idb-keyval', () => ({
  createStore: () => null,
  set: () => Promise.resolve(),
  del: () => Promise.resolve(),
  entries: () => Promise.resolve([]),
}))

const online = new EventTarget()
beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('window', online)
})
afterEach(() => {
  vi.useRealTimers()
  // The next file finds nothing of this one waiting to be written.
  useKeeping.setState({ unwritten: [], failing: [] })
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})
/** Lets everything happen that waits for nothing but its turn. */
const settle = (): Promise<void> => vi.advanceTimersByTimeAsync(0).then(() => undefined)

describe('an outbox', () => {
  const client = {} as QueryClient
  function trayOf(deliver: Tray['deliver']) {
    let changed = (): void => undefined
    const tray: Tray = { lanes: () => ['a', 'b'], deliver, subscribe: (put) => (changed = put) }
    return { tray, change: () => changed() }
  }
  test('a lane that is on its way is not begun twice, and runs again for what came meanwhile', async () => {
    const begun: string[] = []
    let arrive = (): void => undefined
    const { tray, change } = trayOf((lane) => {
      begun.push(lane)
      return lane === 'b' ? Promise.resolve() : new Promise((done) => (arrive = done))
    })
    runOutbox(tray, client)
    change()
    change()
    await settle()
    expect(begun.filter((lane) => lane === 'a')).toHaveLength(1)
    arrive()
    await settle()
    expect(begun.filter((lane) => lane === 'a')).toHaveLength(2)
  })
  test('what does not arrive is tried again by itself, and at once when the line is back', async () => {
    const deliver = vi.fn(() => Promise.reject(new Unreachable()))
    runOutbox(trayOf(deliver).tray, client)
    await settle()
    expect(deliver).toHaveBeenCalledTimes(2)
    await vi.advanceTimersByTimeAsync(2500)
    expect(deliver).toHaveBeenCalledTimes(4)
    online.dispatchEvent(new Event('online'))
    expect(deliver).toHaveBeenCalledTimes(6)
  })
})

describe('what waits on this device', () => {
  let known: unknown
  const client = {
    invalidateQueries: vi.fn(() => Promise.resolve()),
    getQueryData: () => known,
  } as unknown as QueryClient
  const sent: string[] = []
  /** The server takes everything but what is refused. */
  const serve = (refusals: Readonly<Record<string, Error>> = {}): void => {
    vi.spyOn(api, 'send').mockImplementation(({ id }: Command) => {
      sent.push(id)
      return refusals[id] ? Promise.reject(refusals[id]) : Promise.resolve({} as never)
    })
  }
  const refused = (code: string): Refused => new Refused(422, code, 'Not so.', null)
  beforeEach(() => {
    sent.length = 0
    known = undefined
    useDrafts.setState({ byKey: {} })
    useWorkQueue.setState({ items: [], taken: [] })
  })

  const round = (id: string): Draft =>
    ({ key: id, jobId: 'j', sealed: { id }, refusal: null }) as unknown as Draft
  test('a finished round goes once the server has it; one that is refused comes back', async () => {
    serve({ wrong: refused('badHeight') })
    useDrafts.setState({ byKey: { right: round('right'), wrong: round('wrong') } })
    for (const lane of finishedRounds.lanes()) await finishedRounds.deliver(lane, client)
    expect(useDrafts.getState().byKey).toEqual({
      wrong: { ...round('wrong'), sealed: null, refusal: 'Not so.' },
    })
    expect(finishedRounds.lanes()).toEqual([])
  })
  test('a round stays while the server cannot be reached', async () => {
    serve({ right: new Unreachable() })
    useDrafts.setState({ byKey: { right: round('right') } })
    await expect(finishedRounds.deliver('right', client)).rejects.toBeInstanceOf(Unreachable)
    expect(finishedRounds.lanes()).toEqual(['right'])
  })

  const step = (id: string, kind = 'done'): Command =>
    ({ id, type: 'work.record', payload: { entryId: id, content: { kind } } }) as never
  const ids = (): string[] => useWorkQueue.getState().items.map(({ command }) => command.id)
  test('work goes in its order, and off the device when the page has it', async () => {
    serve()
    known = { work: [{ id: 'one' }, { id: 'two' }], photos: [] }
    for (const id of ['one', 'two']) useWorkQueue.getState().add('j', step(id))
    await doneWork.deliver('j', client)
    expect(sent).toEqual(['one', 'two'])
    expect(ids()).toEqual([])
  })
  test('what the page does not know yet stays until it does', async () => {
    serve()
    known = { work: [], photos: [] }
    useWorkQueue.getState().add('j', step('one'))
    const delivering = doneWork.deliver('j', client)
    await settle()
    expect(ids()).toEqual(['one'])
    known = { work: [{ id: 'one' }], photos: [] }
    await vi.advanceTimersByTimeAsync(700)
    await delivering
    expect(sent).toEqual(['one'])
    expect(ids()).toEqual([])
  })
  test('a step that is refused holds back those after it, with its sentence', async () => {
    serve({ two: refused('inFuture') })
    for (const id of ['one', 'two', 'three']) useWorkQueue.getState().add('j', step(id))
    await doneWork.deliver('j', client)
    expect(sent).toEqual(['one', 'two'])
    expect(useWorkQueue.getState().items).toMatchObject([
      { command: { id: 'two' }, refusal: 'Not so.', early: true },
      { command: { id: 'three' }, refusal: null },
    ])
  })
  test('that something came undone is told once: told by another device it is put aside', async () => {
    serve({ one: refused('alreadyLost') })
    useWorkQueue.getState().add('j', step('one', 'lost'))
    useWorkQueue.getState().add('j', step('two'))
    await doneWork.deliver('j', client)
    expect(sent).toEqual(['one', 'two'])
    expect(ids()).toEqual([])
  })
})
