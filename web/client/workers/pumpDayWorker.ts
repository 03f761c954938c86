import { expose } from 'comlink'
import type { PumpDay, PumpDayRequest } from '@anklet/core/physics/simulation'
import { pumpDay } from '@anklet/core/physics/simulation'

const api = {
  /** @returns null when the vehicle's figures allow no day. */
  day(request: PumpDayRequest): PumpDay | null {
    const day = pumpDay(request)
    return day.ok ? day.value : null
  },
}

/** What the worker does. */
export type PumpDayWorker = typeof api

expose(api)
