import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { guardedStorage } from './keeping.ts'

/** Things half entered, by what they are for. */
interface Kept<Draft> {
  readonly byKey: Readonly<Record<string, Draft>>
  patch(key: string, change: Partial<Draft>): void
  drop(key: string): void
}

/**
 * A store of things half entered, kept on this device through a reload.
 * @param name where the browser keeps it.
 * @param empty what nothing is entered in yet
 */
export const keptDrafts = <Draft extends object>(name: string, empty: Draft) =>
  create<Kept<Draft>>()(
    persist(
      (set) => ({
        byKey: {},
        patch: (key, change) =>
          set(({ byKey }) => ({
            byKey: { ...byKey, [key]: { ...empty, ...byKey[key], ...change } },
          })),
        drop: (key) =>
          set(({ byKey }) => ({
            byKey: Object.fromEntries(Object.entries(byKey).filter(([other]) => other !== key)),
          })),
      }),
      { name, version: 1, storage: createJSONStorage(() => guardedStorage) },
    ),
  )
