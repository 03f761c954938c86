import { duty } from '../../physics/compressor/index.ts'
import { USUAL_PUMP } from '../../physics/simulation/index.ts'

/** What a person may say otherwise than the records do; null: as reckoned. */
export interface Assumed {
  readonly otherYears: number | null
  readonly pumpYears: number | null
  /** As the leak was measured, or as usual where it was not. */
  readonly leakMinutes: number | null
  readonly normalMinutes: number
  readonly daysBefore: number
  readonly waitMonths: number
  readonly horizonYears: number
  readonly discountPercent: number
}
export const USUALLY_ASSUMED: Assumed = {
  otherYears: null,
  pumpYears: null,
  leakMinutes: null,
  normalMinutes: 6,
  daysBefore: 30,
  waitMonths: 6,
  horizonYears: 6,
  discountPercent: 3,
}
/** What a pump runs a day on a car that leaks, where the leak was not measured. */
const USUAL_LEAK_MINUTES = 25
const MINUTES_PER_DAY = 1440
/** Where nobody knows how old a part is, years. */
export const UNKNOWN_AGE_YEARS = 6

/** A leak as the nights of the job have it. */
export interface MeasuredLeak {
  readonly barLPerH: number
  /** Mean design pressure of the corners that lose it, bar gauge. */
  readonly meanBarG: number
  /** When the last of those nights began. */
  readonly at: string
}

/**
 * Minutes a day the pump runs with the leak: as somebody said, else by the measured leak and a pump
 * as our stand-ins have it, else as usual. A leak that outruns the pump keeps it running all day.
 */
export function leakMinutesOf(assumed: Assumed, leak: MeasuredLeak | null): number {
  if (assumed.leakMinutes !== null) return assumed.leakMinutes
  if (!leak) return USUAL_LEAK_MINUTES
  const day = duty({
    leakBarLPerH: leak.barLPerH,
    meanBarG: leak.meanBarG,
    freeFlowLPerMin: USUAL_PUMP.freeFlowLPerMin,
    stallBarG: USUAL_PUMP.stallBarG,
    normalMinutesPerDay: assumed.normalMinutes,
    lifeHours: 1,
  })
  return day.ok ? day.value.totalMinutesPerDay : MINUTES_PER_DAY
}
