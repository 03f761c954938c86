import type { Command } from '@anklet/contract'
import { createStore, del, entries, set } from 'idb-keyval'
import { create } from 'zustand'

/** Something done at the car that the server has not taken yet. */
export interface Queued { readonly key: string; readonly jobId: string; readonly command: Command; /** Why the server did not take it. */ readonly refusal: string | null }

interface WorkQueue {
  readonly loaded: boolean
  /** In the order it was done. */
  readonly items: readonly Queued[]
  add(jobId: string, commands: readonly Command[]): void
  refuse(key: string, sentence: string): void
  drop(keys: readonly string[]): void
}

const database = createStore('anklet-work', 'entries')
const channel = new BroadcastChannel('anklet.work')
type Told = { readonly add: readonly Queued[] } | { readonly drop: readonly string[] } | { readonly refuse: string; readonly sentence: string }

// One write after another: what was done first is kept first.
let writing: Promise<unknown> = Promise.resolve()
const inOrder = (write: () => Promise<unknown>): void => { writing = writing.then(write, write) }

const withAdded = (items: readonly Queued[], more: readonly Queued[]): readonly Queued[] => [...items, ...more.filter(({ key }) => !items.some((each) => each.key === key))].sort((a, b) => (a.key < b.key ? -1 : 1))
const withRefused = (items: readonly Queued[], key: string, sentence: string): readonly Queued[] => items.map((item) => (item.key === key ? { ...item, refusal: sentence } : item))
const without = (items: readonly Queued[], keys: readonly string[]): readonly Queued[] => items.filter(({ key }) => !keys.includes(key))

let count = 0
/** Keys that sort as they were made. */
const nextKey = (): string => `${String(Date.now()).padStart(15, '0')}-${String((count += 1)).padStart(6, '0')}`

/** What was done at the car and is on its way, kept on this device and shared by its tabs. */
export const useWorkQueue = create<WorkQueue>()((setState, get) => ({
  loaded: false,
  items: [],
  add: (jobId, commands) => {
    const more = commands.map((command): Queued => ({ key: nextKey(), jobId, command, refusal: null }))
    setState(({ items }) => ({ items: withAdded(items, more) }))
    for (const item of more) inOrder(() => set(item.key, item, database))
    channel.postMessage({ add: more } satisfies Told)
  },
  refuse: (key, sentence) => {
    setState(({ items }) => ({ items: withRefused(items, key, sentence) }))
    const item = get().items.find((each) => each.key === key)
    if (item) inOrder(() => set(key, item, database))
    channel.postMessage({ refuse: key, sentence } satisfies Told)
  },
  drop: (keys) => {
    setState(({ items }) => ({ items: without(items, keys) }))
    for (const key of keys) inOrder(() => del(key, database))
    channel.postMessage({ drop: keys } satisfies Told)
  },
}))

channel.onmessage = ({ data }: MessageEvent<Told>) => useWorkQueue.setState(({ items }) => ({ items: 'add' in data ? withAdded(items, data.add) : 'drop' in data ? without(items, data.drop) : withRefused(items, data.refuse, data.sentence) }))

/** Reads what an earlier visit left behind. */
export async function loadWorkQueue(): Promise<void> {
  const kept = await entries<string, Queued>(database).catch(() => [])
  useWorkQueue.setState(({ items }) => ({ loaded: true, items: withAdded(items, kept.map(([, item]) => item)) }))
}
