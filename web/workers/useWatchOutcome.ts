import type { LeakdownRequest } from '@anklet/core/leakdown'
import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { LeakWorker, WatchOutcome } from './leakWorker.ts'

/** How far a calculation is. */
export type Outcome =
  | { readonly state: 'working' }
  | { readonly state: 'done'; readonly outcome: WatchOutcome }
  | { readonly state: 'impossible' }
  | { readonly state: 'broken' }

/**
 * Works a watch out beside the page; a newer request, or leaving the page, ends an older one.
 * @param earlier nights of the same case, oldest first
 */
export function useWatchOutcome(
  request: LeakdownRequest,
  earlier: readonly LeakdownRequest[] = [],
): Outcome {
  const [result, setResult] = useState<Outcome>({ state: 'working' })
  const content = JSON.stringify([...earlier, request])
  useEffect(() => {
    const worker = new Worker(new URL('./leakWorker.ts', import.meta.url), { type: 'module' })
    const remote: Remote<LeakWorker> = wrap<LeakWorker>(worker)
    let current = true
    performance.mark('anklet.weighing')
    const settle = (next: Outcome): void => {
      if (!current) return
      performance.measure('anklet.weighed', 'anklet.weighing')
      if (next.state === 'done')
        performance.measure('anklet.inferred', { start: 0, duration: next.outcome.inferenceMs })
      setResult(next)
    }
    setResult({ state: 'working' })
    worker.onerror = () => settle({ state: 'broken' })
    remote.work(JSON.parse(content) as [LeakdownRequest]).then(
      (outcome) => settle(outcome ? { state: 'done', outcome } : { state: 'impossible' }),
      () => settle({ state: 'broken' }),
    )
    return () => {
      current = false
      worker.terminate()
    }
  }, [content])
  return result
}
