import type { Command } from '@anklet/contract'
import { createStore, del, entries, set } from 'idb-keyval'
import { create } from 'zustand'
import { keep } from './keeping.ts'

/** Something done at the car that the server has not taken yet. */
export interface Queued {
  readonly key: string
  readonly jobId: string
  readonly command: Command
  /** Why the server did not take it. */ readonly refusal: string | null
  /** It was not taken because its time lies in the future. */ readonly early?: boolean
}

interface WorkQueue {
  /** In the order it was done. */
  readonly items: readonly Queued[]
  /** What the server took lately: counted on until the page has its answer. */
  readonly taken: readonly Queued[]
  add(jobId: string, command: Command): void
  refuse(key: string, sentence: string, early?: boolean): void
  /** Dates an entry anew, so that it is sent again. */
  redate(key: string, at: string): void
  /** @param taken the server has it; else it was put aside */
  drop(keys: readonly string[], taken: boolean): void
}

const MOST_TAKEN = 60

const database = createStore('anklet-work', 'entries')
const channel = new BroadcastChannel('anklet.work')
type Told =
  | { readonly add: Queued }
  | { readonly drop: readonly string[]; readonly taken: boolean }
  | { readonly put: Queued }

const withAdded = (items: readonly Queued[], more: readonly Queued[]): readonly Queued[] =>
  [...items, ...more.filter(({ key }) => !items.some((each) => each.key === key))].sort((a, b) =>
    a.key < b.key ? -1 : 1,
  )
const withChanged = (items: readonly Queued[], changed: Queued): readonly Queued[] =>
  items.map((item) => (item.key === changed.key ? changed : item))
const without = (items: readonly Queued[], keys: readonly string[]): readonly Queued[] =>
  items.filter(({ key }) => !keys.includes(key))

const dropped = (
  { items, taken }: Pick<WorkQueue, 'items' | 'taken'>,
  keys: readonly string[],
  took: boolean,
): Pick<WorkQueue, 'items' | 'taken'> => ({
  items: without(items, keys),
  taken: took
    ? [
        ...taken,
        ...items.filter(({ key, command }) => keys.includes(key) && command.type === 'work.record'),
      ].slice(-MOST_TAKEN)
    : taken,
})

/** Names this tab among others: two of them may count to the same number. */
const tab = crypto.randomUUID().slice(0, 8)
const placeOf = (key: string): number => Number(key.split('-')[0])
let highest = 0
/** A key that sorts after all that were seen here; the clock of a tablet may be set back. */
function nextKey(items: readonly Queued[]): string {
  highest = Math.max(highest, ...items.map(({ key }) => placeOf(key))) + 1
  return `${String(highest).padStart(15, '0')}-${tab}`
}

/** What was done at the car and is on its way, kept on this device and shared by its tabs. */
export const useWorkQueue = create<WorkQueue>()((setState, get) => {
  const put = (item: Queued): void => {
    // First, so that nothing shown of the new state can call it kept before it is.
    keep(`entry ${item.key}`, () => set(item.key, item, database))
    setState(({ items }) => ({ items: withChanged(items, item) }))
    channel.postMessage({ put: item } satisfies Told)
  }
  return {
    items: [],
    taken: [],
    add: (jobId, command) => {
      const item: Queued = { key: nextKey(get().items), jobId, command, refusal: null }
      keep(`entry ${item.key}`, () => set(item.key, item, database))
      setState(({ items }) => ({ items: withAdded(items, [item]) }))
      channel.postMessage({ add: item } satisfies Told)
    },
    refuse: (key, sentence, early = false) => {
      const item = get().items.find((each) => each.key === key)
      if (item) put({ ...item, refusal: sentence, early })
    },
    redate: (key, at) => {
      const item = get().items.find((each) => each.key === key)
      if (item) put({ ...item, command: { ...item.command, at }, refusal: null, early: false })
    },
    drop: (keys, took) => {
      setState((before) => dropped(before, keys, took))
      for (const key of keys) keep(`entry ${key}`, () => del(key, database))
      channel.postMessage({ drop: keys, taken: took } satisfies Told)
    },
  }
})

channel.onmessage = ({ data }: MessageEvent<Told>) =>
  useWorkQueue.setState((before) =>
    'drop' in data
      ? dropped(before, data.drop, data.taken)
      : {
          items:
            'add' in data
              ? withAdded(before.items, [data.add])
              : withChanged(before.items, data.put),
        },
  )

/** Reads what an earlier visit left behind. */
export async function loadWorkQueue(): Promise<void> {
  const kept = await entries<string, Queued>(database).catch(() => [])
  useWorkQueue.setState(({ items }) => ({
    items: withAdded(
      items,
      kept.map(([, item]) => item),
    ),
  }))
}
