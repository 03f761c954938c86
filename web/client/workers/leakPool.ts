import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { LeakWorker } from './leakWorker.ts'

/** A worker that weighs nights. Both are held: a proxy nobody holds is collected. */
export interface HeldLeakWorker {
  readonly worker: Worker
  readonly remote: Remote<LeakWorker>
}

let spare: HeldLeakWorker | null = null

function begin(): HeldLeakWorker {
  const worker = new Worker(new URL('./leakWorker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<LeakWorker>(worker) }
}

/** Begins a worker before it is needed: its first night takes four times as long as its second. */
export function warmLeakWorker(): void {
  if (spare) return
  const begun = begin()
  spare = begun
  begun.remote.warm().catch(() => {
    begun.worker.terminate()
    if (spare === begun) spare = null
  })
}

/** A worker for one asker; a warm one if there is one. */
export function takeLeakWorker(): HeldLeakWorker {
  const taken = spare ?? begin()
  spare = null
  return taken
}

/**
 * Keeps a worker for the next asker, though it may still be at what nobody waits for: that is over
 * sooner than a new worker is warm. A broken one is ended.
 */
export function leaveLeakWorker(held: HeldLeakWorker, sound: boolean): void {
  held.worker.onerror = null
  if (sound && !spare) spare = held
  else held.worker.terminate()
}
