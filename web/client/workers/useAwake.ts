import type { AwakeRequest } from '@anklet/core/measuring/leakdown'
import { proxy, releaseProxy, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { AwakeOutcome, AwakeWorker } from './awakeWorker.ts'

/** How far it is. */
export type Awake =
  | { readonly state: 'idle' }
  | { readonly state: 'working'; readonly share: number }
  | { readonly state: 'done'; readonly outcome: AwakeOutcome }
  | { readonly state: 'impossible' }
  /** The device did not get it done. */
  | { readonly state: 'broken' }

/** Reckons a night with the module in the loop beside the page, once it is asked to. Stopping it ends the worker. */
export function useAwake(request: AwakeRequest, asked: boolean): Awake {
  const [result, setResult] = useState<Awake>({ state: 'idle' })
  const content = JSON.stringify(request)
  useEffect(() => {
    if (!asked) return setResult({ state: 'idle' })
    const worker = new Worker(new URL('./awakeWorker.ts', import.meta.url), { type: 'module' })
    let current = true
    const settle = (next: Awake): void => {
      if (current) setResult(next)
    }
    setResult({ state: 'working', share: 0 })
    const progress = proxy((share: number) => settle({ state: 'working', share }))
    // Held until the worker ends: a proxy that nobody holds is collected, and its answer never comes.
    const remote = wrap<AwakeWorker>(worker)
    worker.onerror = () => settle({ state: 'broken' })
    remote.work(JSON.parse(content) as AwakeRequest, progress).then(
      (outcome) => {
        if (outcome) performance.measure('anklet.awake', { start: 0, duration: outcome.tookMs })
        settle(outcome ? { state: 'done', outcome } : { state: 'impossible' })
      },
      () => settle({ state: 'broken' }),
    )
    return () => {
      current = false
      remote[releaseProxy]()
      worker.terminate()
    }
  }, [content, asked])
  return result
}
