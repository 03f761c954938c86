import type { Job } from '@anklet/contract'
import type { QueryClient } from '@tanstack/react-query'
import { Refused, send } from '../api.ts'
import { pause } from '../../kit/pause.ts'
import type { Queued } from '../state/workQueue.ts'
import { useWorkQueue } from '../state/workQueue.ts'
import type { Tray } from './outbox.ts'

const LOOK_AGAIN_MS = 700

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

/** Another device saw it turn false too, and told it first. */
const isToldAlready = ({ command }: Queued): boolean =>
  command.type === 'work.record' && command.payload.content.kind === 'lost'

/**
 * Takes out of the queue what the page knows to have arrived.
 * @returns keys of what it does not know yet
 */
async function dropArrived(
  jobId: string,
  sent: readonly string[],
  client: QueryClient,
): Promise<readonly string[]> {
  const { items, drop } = useWorkQueue.getState()
  // The page must have what the server took before its own copy goes, or a step would be undone for
  // a moment.
  void client.invalidateQueries({ queryKey: ['jobs'] })
  await client.invalidateQueries({ queryKey: ['job', jobId] })
  const job = client.getQueryData<Job>(['job', jobId])
  const arrived = items
    .filter(({ key, command }) => sent.includes(key) && isKnown(job, command))
    .map(({ key }) => key)
  drop(arrived, true)
  return sent.filter((key) => !arrived.includes(key))
}

/** Takes back what the server did not take, with its sentence. */
async function takeBack(
  item: Queued,
  sent: readonly string[],
  { sentence, code }: Refused,
  client: QueryClient,
): Promise<void> {
  const { drop, refuse } = useWorkQueue.getState()
  drop(sent, true)
  refuse(item.key, sentence, code === 'inFuture')
  await client.invalidateQueries({ queryKey: ['job', item.jobId] })
}

async function deliver(jobId: string, client: QueryClient): Promise<void> {
  for (let sent: readonly string[] = []; ;) {
    const { items, drop } = useWorkQueue.getState()
    const waiting = items.filter(({ key }) => !sent.includes(key))
    const head = headOf(waiting, jobId)
    if (!head) {
      if (sent.length === 0) return
      sent = await dropArrived(jobId, sent, client)
      if (sent.length > 0) await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
      continue
    }
    // A photo is long to write out: the page draws it first.
    if (photoOf(head) !== null) await pause()
    try {
      await send(head.command)
      sent = [...sent, head.key]
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (isToldAlready(head)) {
        drop([head.key], false)
        continue
      }
      await takeBack(head, sent, error, client)
      sent = []
    }
  }
}

/** What was done at the car, a lane for each job: it is sent in the order it was done. */
export const doneWork: Tray = {
  lanes: () => [...new Set(useWorkQueue.getState().items.map(({ jobId }) => jobId))],
  deliver,
  subscribe: (changed) => void useWorkQueue.subscribe(changed),
}
