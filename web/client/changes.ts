import type { QueryClient } from '@tanstack/react-query'
import { useConnection } from './state/connection.ts'
import { useSession } from './state/session.ts'
import { stream } from './state/stream.ts'

/** What the server tells of something that was written. */
interface Told {
  readonly type: string
  readonly jobId: string | null
  readonly device: string
}

/** A job that is looked at is asked anew this soon, ms. */
const SOON_MS = 150
/** Lists, which many write to, at most this often, ms. */
const LISTS_MS = 2000

/** Does something once, however often it was asked for within a while. */
export function onceIn(ms: number, act: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  return () => {
    timer ??= setTimeout(() => {
      timer = undefined
      act()
    }, ms)
  }
}

/** Follows what others write: what a page shows of it is asked anew. */
export function followChanges(client: QueryClient): void {
  const jobs = new Map<string, () => void>()
  const lists = onceIn(LISTS_MS, () => {
    void client.invalidateQueries({
      predicate: ({ queryKey: [first] }) => first !== 'job' && first !== 'log',
    })
  })
  const everything = onceIn(SOON_MS, () => void client.invalidateQueries())
  const ofJob = (jobId: string): void => {
    const again =
      jobs.get(jobId) ??
      onceIn(SOON_MS, () => {
        jobs.delete(jobId)
        void client.invalidateQueries({ queryKey: ['job', jobId] })
      })
    jobs.set(jobId, again)
    again()
  }
  let wasOpen = false
  stream.listen({
    open: (open) => {
      // What was written while nobody listened was not told.
      if (open && !wasOpen) everything()
      wasOpen = open
      useConnection.setState({ live: open })
    },
    event: ({ name, data }) => {
      if (name !== 'change') return
      const { jobId, device } = JSON.parse(data) as Told
      if (device === useSession.getState().device) return
      if (jobId === null) return everything()
      ofJob(jobId)
      lists()
    },
  })
}
