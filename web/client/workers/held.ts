import type { Remote } from 'comlink'
import { wrap } from 'comlink'

/**
 * A worker begun when it is first asked, and kept. Both are held: a proxy nobody holds is
 * collected, and takes the worker's ear with it.
 */
export function held<Api>(begin: () => Worker): () => Remote<Api> {
  let running: { readonly worker: Worker; readonly remote: Remote<Api> } | null = null
  return () => {
    if (!running) {
      const worker = begin()
      running = { worker, remote: wrap<Api>(worker) }
    }
    return running.remote
  }
}
