import type { DeviceStatus, Job } from '@anklet/contract'
import { useEffect } from 'react'
import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { useDevices } from '../../../client/devices.ts'
import { moduleFor } from './moduleFor.ts'

interface Docked {
  /** The module each job listens to, by job: it stays that one while the tab is open. */
  readonly byJob: Readonly<Record<string, string>>
  keep(jobId: string, deviceId: string): void
  letGo(jobId: string): void
}

/** Which module a job listens to in this tab. */
export const useDocked = create<Docked>()(
  persist(
    (set) => ({
      byJob: {},
      keep: (jobId, deviceId) => set(({ byJob }) => ({ byJob: { ...byJob, [jobId]: deviceId } })),
      letGo: (jobId) =>
        set(({ byJob }) => ({
          byJob: Object.fromEntries(Object.entries(byJob).filter(([id]) => id !== jobId)),
        })),
    }),
    { name: 'anklet.docked', storage: createJSONStorage(() => sessionStorage) },
  ),
)

/**
 * The module a job listens to: the first that fits it, and from then on that one alone, attached or
 * away. Null where none fits, or without a job.
 */
export function useModule(job: Job | null): DeviceStatus | null {
  const devices = useDevices().data
  const dockedId = useDocked(({ byJob }) => (job ? (byJob[job.id] ?? null) : null))
  const keep = useDocked((docked) => docked.keep)
  const found = devices && job ? moduleFor(job, devices, dockedId) : null
  const foundId = found?.identity.id ?? null
  const jobId = job?.id ?? null
  useEffect(() => {
    if (jobId !== null && foundId !== null && dockedId === null) keep(jobId, foundId)
  }, [jobId, foundId, dockedId, keep])
  return found
}
