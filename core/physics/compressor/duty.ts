import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { FillRefusal } from './fillTime.ts'
import type { PumpRating } from './pump.ts'
import { pumpFlowLPerMin } from './pump.ts'

/** A pump that feeds a leak besides its ordinary work. */
export interface DutyRequest extends PumpRating {
  /** Leak, bar-litre per hour. */
  readonly leakBarLPerH: number
  /** Pressure it pumps against on average, bar gauge. */
  readonly meanBarG: number
  /** What it runs on a car without a leak, minutes a day. */
  readonly normalMinutesPerDay: number
  /** Running hours it is good for. */
  readonly lifeHours: number
}

/** What a leak costs the pump. */
export interface DutyAnswer {
  readonly leakMinutesPerDay: number
  readonly totalMinutesPerDay: number
  /** Days until its hours are used up; null where it never runs. */
  readonly lifeDays: number | null
  readonly lifeDaysWithoutLeak: number | null
}

/** Why a duty cannot be reckoned. */
export type DutyRefusal =
  FillRefusal | { readonly code: 'leakOutrunsPump'; readonly minutesPerDay: number }

const MINUTES_PER_DAY = 1440

/** What a leak makes of a pump's day and of its life. */
export function duty({
  leakBarLPerH,
  meanBarG,
  normalMinutesPerDay,
  lifeHours,
  ...pump
}: DutyRequest): Result<DutyAnswer, DutyRefusal> {
  if (meanBarG >= pump.stallBarG)
    return refuse({ code: 'pumpStalls', stallBarG: pump.stallBarG, neededBarG: meanBarG })
  const leakMinutesPerDay = (leakBarLPerH * 24) / pumpFlowLPerMin(pump, meanBarG)
  const totalMinutesPerDay = leakMinutesPerDay + normalMinutesPerDay
  if (totalMinutesPerDay > MINUTES_PER_DAY)
    return refuse({ code: 'leakOutrunsPump', minutesPerDay: totalMinutesPerDay })
  const days = (minutes: number): number | null => (minutes > 0 ? (lifeHours * 60) / minutes : null)
  return ok({
    leakMinutesPerDay,
    totalMinutesPerDay,
    lifeDays: days(totalMinutesPerDay),
    lifeDaysWithoutLeak: days(normalMinutesPerDay),
  })
}
