import { expose } from 'comlink'
import type { ForecastRequest, LeakdownAnswer, LeakdownRequest } from '@anklet/core/leakdown'
import { forecast, inferLeak } from '@anklet/core/leakdown'
import type { PerCorner } from '@anklet/core/vehicle'
import { nightHours } from './nightHours.ts'

/** One moment of a night as it is drawn. */
export interface NightSample {
  readonly hour: number
  readonly heightMm: PerCorner<number>
}

/** A watch worked out: the answer, and the night with and without the leak it blames. */
export interface WatchOutcome {
  readonly answer: LeakdownAnswer
  readonly leaking: readonly NightSample[]
  readonly tight: readonly NightSample[]
  readonly inferenceMs: number
}

function night(request: LeakdownRequest, leaks: ForecastRequest['leaks']): NightSample[] {
  const run = forecast({ ...request, leaks, sampleHours: nightHours(request.hours) })
  return run.ok ? run.value.map(({ hour, heightMm }) => ({ hour, heightMm })) : []
}

const api = {
  /** @returns the outcome, or null when the vehicle's figures allow none. */
  work(request: LeakdownRequest): WatchOutcome | null {
    const began = performance.now()
    const inferred = inferLeak(request)
    const inferenceMs = performance.now() - began
    if (!inferred.ok) return null
    return {
      answer: inferred.value,
      leaking: night(request, inferred.value.leaks),
      tight: night(request, {}),
      inferenceMs,
    }
  },
}

/** What the worker does. */
export type LeakWorker = typeof api

expose(api)
