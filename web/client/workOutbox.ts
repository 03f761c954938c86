import type { Job } from '@anklet/contract'
import type { QueryClient } from '@tanstack/react-query'
import type { Queued } from './state/workQueue.ts'
import { useWorkQueue } from './state/workQueue.ts'
import { Refused, send } from './api.ts'

const RETRY_MS = 2500
const LOOK_AGAIN_MS = 700
const busy = new Set<string>()

const photoOf = ({ command }: Queued): string | null =>
  command.type === 'photo.add' ? command.payload.photoId : null

// A step may rest on any that was done before it, and on the photos it shows; a photo on nothing.
function restsOn({ command }: Queued, earlier: Queued): boolean {
  if (command.type === 'photo.add') return false
  const photo = photoOf(earlier)
  return photo === null || JSON.stringify(command.payload).includes(photo)
}

/** What is sent next of a job: the oldest that does not rest on something the server refused. */
export function headOf(items: readonly Queued[], jobId: string): Queued | null {
  const own = items.filter((item) => item.jobId === jobId)
  const held: Queued[] = []
  for (const item of own) {
    if (item.refusal === null && !held.some((earlier) => restsOn(item, earlier))) return item
    held.push(item)
  }
  return null
}

// An answer of before may still stand on the page, or come from this device's own store while the
// server is slow.
function isKnown(job: Job | undefined, { type, payload }: Queued['command']): boolean {
  if (!job) return true
  return type === 'work.record'
    ? job.work.some(({ id }) => id === payload.entryId) || payload.content.kind === 'lost'
    : type === 'photo.add'
      ? job.photos.some(({ id }) => id === payload.photoId)
      : true
}

async function deliver(jobId: string, client: QueryClient): Promise<void> {
  if (busy.has(jobId)) return
  busy.add(jobId)
  try {
    for (let sent: string[] = []; ;) {
      const { items, drop, refuse } = useWorkQueue.getState()
      const head = headOf(
        items.filter(({ key }) => !sent.includes(key)),
        jobId,
      )
      if (!head) {
        if (sent.length === 0) return
        // The page must have what the server took before its own copy goes, or a step would be
        // undone for a moment.
        void client.invalidateQueries({ queryKey: ['jobs'] })
        await client.invalidateQueries({ queryKey: ['job', jobId] })
        const arrived = items
          .filter(
            ({ key, command }) =>
              sent.includes(key) && isKnown(client.getQueryData<Job>(['job', jobId]), command),
          )
          .map(({ key }) => key)
        drop(arrived, true)
        sent = sent.filter((key) => !arrived.includes(key))
        if (sent.length > 0) await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
        continue
      }
      try {
        await send(head.command)
        sent = [...sent, head.key]
      } catch (error) {
        if (!(error instanceof Refused)) throw error
        // Another device saw it turn false too, and told it first.
        if (head.command.type === 'work.record' && head.command.payload.content.kind === 'lost') {
          drop([head.key], false)
          continue
        }
        drop(sent, true)
        sent = []
        refuse(head.key, error.sentence, error.code === 'inFuture')
        await client.invalidateQueries({ queryKey: ['job', jobId] })
      }
    }
  } catch {
    setTimeout(() => void deliver(jobId, client), RETRY_MS)
  } finally {
    busy.delete(jobId)
  }
}

/** Sends what was done at the car, in its order, until the server has it. */
export function runWorkOutbox(client: QueryClient): void {
  const all = (): void => {
    for (const jobId of new Set(useWorkQueue.getState().items.map((item) => item.jobId)))
      void deliver(jobId, client)
  }
  useWorkQueue.subscribe(all)
  window.addEventListener('online', all)
  all()
}
