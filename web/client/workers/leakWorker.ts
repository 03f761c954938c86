import { expose } from 'comlink'
import type {
  ForecastRequest,
  HiddenLeak,
  LeakdownAnswer,
  LeakdownRequest,
  OvernightLoad,
  Worth,
} from '@anklet/core/measuring/leakdown'
import {
  forecast,
  hiddenLeaks,
  inferNights,
  overnightLoad,
  worthOfNext,
} from '@anklet/core/measuring/leakdown'
import type { Readings } from '@anklet/core/measuring/heights'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import { nightHours } from './nightHours.ts'

/** One moment of a night as it is drawn. */
export interface NightSample {
  readonly hour: number
  readonly heightMm: PerCorner<number>
}

/** A watch worked out. */
export interface WatchOutcome {
  /** Of this night with the earlier ones. */ readonly answer: LeakdownAnswer
  /** Of this night by itself; null: there is no earlier one. */
  readonly alone: LeakdownAnswer | null
  readonly inferenceMs: number
}

/** The night with and without the leak its answer blames. */
export interface NightCurves {
  readonly leaking: readonly NightSample[]
  readonly tight: readonly NightSample[]
}

/** What else the nights say, beside their answer. */
export interface WatchAside {
  /** What each next thing would make of the answer. */
  readonly worths: readonly Worth[]
  /** What could still hide at corners that are not blamed. */
  readonly hidden: readonly HiddenLeak[]
  /** A load that explains the last night as well; null: none does. */
  readonly load: OvernightLoad | null
}

/** What was worked out last. */
let last: {
  readonly weighed: Parameters<typeof worthOfNext>[0]
  readonly request: LeakdownRequest
  readonly leaks: ForecastRequest['leaks']
} | null = null

function night(request: LeakdownRequest, leaks: ForecastRequest['leaks']): NightSample[] {
  const run = forecast({ ...request, leaks, sampleHours: nightHours(request.hours) })
  return run.ok ? run.value.map(({ hour, heightMm }) => ({ hour, heightMm })) : []
}

/** The compiler has seen enough after so many. */
const WARM_NIGHTS = 4
const even = (mm: number): Readings => perCorner(() => [mm])

const api = {
  /** Weighs nights nobody asked about, so that the first one asked about is weighed fast. */
  warm(): void {
    const night = { hours: 10, startC: 12, endC: 6, before: even(400), after: even(392) }
    for (let k = 0; k < WARM_NIGHTS; k += 1) inferNights([{ vehicle: sampleVehicle(), ...night }])
  },
  /**
   * @param nights of one case, oldest first
   * @returns the outcome, or null when the vehicle's figures allow none.
   */
  work(nights: readonly [LeakdownRequest, ...LeakdownRequest[]]): WatchOutcome | null {
    const began = performance.now()
    const inferred = inferNights(nights)
    const inferenceMs = performance.now() - began
    last = null
    if (!inferred.ok) return null
    const { together, alone, weighed } = inferred.value
    last = { weighed, request: nights.at(-1)!, leaks: together.leaks }
    return { answer: together, alone: nights.length > 1 ? alone : null, inferenceMs }
  },
  /** @returns the last night as it is drawn; null: there was no answer. */
  curves(): NightCurves | null {
    return last && { leaking: night(last.request, last.leaks), tight: night(last.request, {}) }
  },
  /** @returns what else the nights last worked out say; null: they had no answer. */
  aside(): WatchAside | null {
    const weighed = last?.weighed
    return weighed
      ? {
          worths: worthOfNext(weighed),
          hidden: hiddenLeaks(weighed),
          load: overnightLoad(weighed),
        }
      : null
  },
}

/** What the worker does. */
export type LeakWorker = typeof api

expose(api)
