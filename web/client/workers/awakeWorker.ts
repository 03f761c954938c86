import { expose } from 'comlink'
import type { AwakeAnswer, AwakeRequest } from '@anklet/core/measuring/leakdown'
import { inferAwake } from '@anklet/core/measuring/leakdown'

const EVERY_MS = 80

/** A night with the module in the loop, and how long it took, ms. */
export interface AwakeOutcome {
  readonly answer: AwakeAnswer
  readonly tookMs: number
}

const api = {
  /** @param progress told the share that is done. @returns null when the vehicle's figures allow no answer. */
  work(request: AwakeRequest, progress: (share: number) => void): AwakeOutcome | null {
    const began = performance.now()
    let told = 0
    const inferred = inferAwake(request, (share) => {
      if (performance.now() - told < EVERY_MS && share < 1) return
      told = performance.now()
      progress(share)
    })
    return inferred.ok ? { answer: inferred.value, tookMs: performance.now() - began } : null
  },
}

/** What the worker does. */
export type AwakeWorker = typeof api

expose(api)
