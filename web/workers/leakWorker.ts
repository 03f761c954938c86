import { expose } from 'comlink'
import type { ForecastRequest, LeakdownAnswer, LeakdownRequest } from '@anklet/core/leakdown'
import { forecast, inferNights } from '@anklet/core/leakdown'
import type { PerCorner } from '@anklet/core/vehicle'
import { nightHours } from './nightHours.ts'

/** One moment of a night as it is drawn. */
export interface NightSample {
  readonly hour: number
  readonly heightMm: PerCorner<number>
}

/** A watch worked out: the answer, and the night with and without the leak it blames. */
export interface WatchOutcome {
  /** Of this night with the earlier ones. */ readonly answer: LeakdownAnswer
  /** Of this night by itself; null: there is no earlier one. */
  readonly alone: LeakdownAnswer | null
  readonly leaking: readonly NightSample[]
  readonly tight: readonly NightSample[]
  readonly inferenceMs: number
}

function night(request: LeakdownRequest, leaks: ForecastRequest['leaks']): NightSample[] {
  const run = forecast({ ...request, leaks, sampleHours: nightHours(request.hours) })
  return run.ok ? run.value.map(({ hour, heightMm }) => ({ hour, heightMm })) : []
}

const api = {
  /**
   * @param nights of one case, oldest first
   * @returns the outcome, or null when the vehicle's figures allow none.
   */
  work(nights: readonly [LeakdownRequest, ...LeakdownRequest[]]): WatchOutcome | null {
    const began = performance.now()
    const inferred = inferNights(nights)
    const inferenceMs = performance.now() - began
    if (!inferred.ok) return null
    const request = nights.at(-1)!
    const { together, alone } = inferred.value
    return {
      answer: together,
      alone: nights.length > 1 ? alone : null,
      leaking: night(request, together.leaks),
      tight: night(request, {}),
      inferenceMs,
    }
  },
}

/** What the worker does. */
export type LeakWorker = typeof api

expose(api)
