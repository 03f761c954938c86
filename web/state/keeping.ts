import type { StateStorage } from 'zustand/middleware'
import { create } from 'zustand'

interface Keeping {
  /** Names of what the browser's store did not take. */
  readonly failing: readonly string[]
}

/** Whether this device keeps what is typed on it. */
export const useKeeping = create<Keeping>()(() => ({ failing: [] }))

const AGAIN_MS = 4000

const without = (names: readonly string[], name: string): readonly string[] =>
  names.filter((each) => each !== name)

const note = (name: string, isKept: boolean): void =>
  useKeeping.setState(({ failing }) => {
    if (failing.includes(name) === !isKept) return { failing }
    return { failing: isKept ? without(failing, name) : [...failing, name] }
  })

let asked = false
// A browser that is short of room throws away first what nobody asked it to keep.
function askToStay(): void {
  if (asked) return
  asked = true
  void globalThis.navigator?.storage?.persist?.().catch(() => false)
}

// One write after another: a later state never loses the race against an earlier one.
let writing: Promise<unknown> = Promise.resolve()
const latest = new Map<string, () => Promise<unknown>>()

/**
 * Writes something into the browser's store. A write that fails is said at once and tried again
 * until the store takes it, or until a later write of the same name takes its place.
 * @param name the same for every state of the same thing
 */
export function keep(name: string, write: () => Promise<unknown>): void {
  askToStay()
  latest.set(name, write)
  const attempt = async (): Promise<void> => {
    if (latest.get(name) !== write) return
    try {
      await write()
      // A later state may have come while this one was being written: it is still to be written.
      if (latest.get(name) === write) latest.delete(name)
      note(name, true)
    } catch {
      note(name, false)
      setTimeout(() => queue(attempt), AGAIN_MS)
    }
  }
  queue(attempt)
}

function queue(attempt: () => Promise<void>): void {
  writing = writing.then(attempt, attempt)
}

/** The browser's small store, whose refusals are said like those of the large one. */
export const guardedStorage: StateStorage = {
  getItem: (name) => localStorage.getItem(name),
  setItem: (name, value) =>
    keep(name, () => Promise.resolve().then(() => localStorage.setItem(name, value))),
  removeItem: (name) => localStorage.removeItem(name),
}
