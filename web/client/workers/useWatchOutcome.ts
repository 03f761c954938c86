import type { LeakdownRequest } from '@anklet/core/measuring/leakdown'
import { useEffect } from 'react'
import { useSlices } from '../slices.ts'
import { leaveLeakWorker, takeLeakWorker } from './leakPool.ts'
import type { NightCurves, WatchAside, WatchOutcome } from './leakWorker.ts'

/** How far a calculation is. */
export type Outcome =
  | { readonly state: 'working' }
  | {
      readonly state: 'done'
      readonly outcome: WatchOutcome
      /** How the night is drawn, worked out after the answer; null: not yet, or not asked. */
      readonly curves: NightCurves | null
      /** Worked out after the answer; null: not yet, or not asked. */
      readonly aside: WatchAside | null
    }
  | { readonly state: 'impossible' }
  | { readonly state: 'broken' }

/**
 * Works a watch out beside the page; a newer request, or leaving the page, ends an older one.
 * @param request null: nothing is asked
 * @param earlier nights of the same case, oldest first
 * @param withAside whether how the night is drawn and what else the nights say is asked too
 */
export function useWatchOutcome(
  request: LeakdownRequest | null,
  earlier: readonly LeakdownRequest[] = [],
  withAside = false,
): Outcome {
  // Its page is large.
  const [result, { tell: draw, tellNow }] = useSlices<Outcome>({ state: 'working' })
  const content = request && JSON.stringify([...earlier, request])
  useEffect(() => {
    if (content === null) return
    const held = takeLeakWorker()
    const { worker, remote } = held
    let sound = true
    let current = true
    performance.mark('anklet.weighing')
    const tell = (next: Outcome): void => {
      if (current) draw(next)
    }
    const settle = (next: Outcome): void => {
      if (!current) return
      performance.measure('anklet.weighed', 'anklet.weighing')
      if (next.state === 'done')
        performance.measure('anklet.inferred', { start: 0, duration: next.outcome.inferenceMs })
      tell(next)
    }
    tellNow({ state: 'working' })
    const fail = (): void => {
      sound = false
      settle({ state: 'broken' })
    }
    worker.onerror = fail
    const work = async (): Promise<void> => {
      const outcome = await remote.work(JSON.parse(content) as [LeakdownRequest])
      if (!outcome) return settle({ state: 'impossible' })
      const done = { state: 'done', outcome, curves: null, aside: null } as const
      settle(done)
      if (!withAside || !current) return
      const curves = await remote.curves()
      tell({ ...done, curves })
      if (current) tell({ ...done, curves, aside: await remote.aside() })
    }
    work().catch(fail)
    return () => {
      current = false
      leaveLeakWorker(held, sound)
    }
  }, [content, withAside, draw, tellNow])
  return result
}
