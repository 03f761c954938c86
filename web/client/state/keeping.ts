import type { StateStorage } from 'zustand/middleware'
import { create } from 'zustand'

interface Keeping {
  /** Names of what is not in the browser's store yet, in its latest state. */
  readonly unwritten: readonly string[]
  /** Those of them that the store did not take when asked. */
  readonly failing: readonly string[]
}

/** Whether this device keeps what is typed on it. */
export const useKeeping = create<Keeping>()(() => ({ unwritten: [], failing: [] }))

const AGAIN_MS = 4000

/** The names with this one among them, or without it; the same list where nothing changes. */
function named(names: readonly string[], name: string, isIn: boolean): readonly string[] {
  if (names.includes(name) === isIn) return names
  return isIn ? [...names, name] : names.filter((each) => each !== name)
}

const note = (
  name: string,
  how: { readonly isWritten: boolean; readonly isFailing: boolean },
): void =>
  useKeeping.setState(({ unwritten, failing }) => ({
    unwritten: named(unwritten, name, !how.isWritten),
    failing: named(failing, name, how.isFailing),
  }))

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
  useKeeping.setState(({ unwritten }) => ({ unwritten: named(unwritten, name, true) }))
  const attempt = async (): Promise<void> => {
    if (latest.get(name) !== write) return
    try {
      await write()
      // A later state may have come while this one was being written: it is still to be written.
      const isWritten = latest.get(name) === write
      if (isWritten) latest.delete(name)
      note(name, { isWritten, isFailing: false })
    } catch {
      note(name, { isWritten: false, isFailing: true })
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
