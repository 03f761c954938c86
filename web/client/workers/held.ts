import type { Remote } from 'comlink'
import { wrap } from 'comlink'

/**
 * A worker begun when it is first asked, and kept. Its proxy is kept as well: a proxy that nothing
 * refers to is collected as garbage, its message port is closed then, and the worker's answers
 * arrive nowhere.
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
