import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** A wait that runs beside the work, on this device. */
export interface RunningWait {
  readonly id: string
  readonly jobId: string
  readonly plate: string
  /** What is over then: the wait after a step, never an order. */
  readonly words: string
  readonly dueMs: number
  readonly rung: boolean
}

interface Waits {
  readonly waits: readonly RunningWait[]
  start(wait: Omit<RunningWait, 'rung'>): void
  rang(ids: readonly string[]): void
  drop(id: string): void
  /** Whoever goes on with a job has heard what is over on it. @param nowMs ms since 1970 */
  wentOn(jobId: string, nowMs: number): void
}

const MOST = 40

/** Waits this device rings for: on any page, after a reload too. */
export const useWaits = create<Waits>()(
  persist(
    (set) => ({
      waits: [],
      start: (wait) =>
        set(({ waits }) =>
          waits.some(({ id }) => id === wait.id)
            ? { waits }
            : { waits: [...waits, { ...wait, rung: false }].slice(-MOST) },
        ),
      rang: (ids) =>
        set(({ waits }) => ({
          waits: waits.map((wait) => (ids.includes(wait.id) ? { ...wait, rung: true } : wait)),
        })),
      drop: (id) => set(({ waits }) => ({ waits: waits.filter((wait) => wait.id !== id) })),
      wentOn: (jobId, nowMs) =>
        set(({ waits }) => ({
          waits: waits.filter((wait) => wait.jobId !== jobId || wait.dueMs > nowMs),
        })),
    }),
    { name: 'anklet.waits', version: 1 },
  ),
)

/** Waits that are over and were not rung for. */
export const dueWaits = (waits: readonly RunningWait[], nowMs: number): readonly RunningWait[] =>
  waits.filter(({ dueMs, rung }) => !rung && dueMs <= nowMs)
