import { conductanceOfRate } from '../pneumatics/index.ts'
import type { EquilibriumRefusal } from '../pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok } from '../../base/result/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import type { Happening, Machine } from './machine.ts'
import { levelOffsetMm } from './machine.ts'
import { simulate } from './simulate.ts'
import type { SimRun } from './simRun.ts'
import { DRAWN, levelledState } from './state.ts'

/** A day of a vehicle with one leak: parked from midnight, driven at its hours. */
export interface PumpDayRequest {
  readonly machine: Machine
  readonly levelId: string
  readonly corner: Corner
  /** At design pressure, bar-litre per hour; 0: tight. */
  readonly leakBarLPerH: number
  /** Hours of the day in which it is driven, in order. */
  readonly drives: readonly { readonly fromH: number; readonly toH: number }[]
  /** Coldest before dawn and warmest in the afternoon, degC. */
  readonly coldC: number
  readonly warmC: number
  /** Relative humidity, 0 to 1. */
  readonly humidity: number
}

/** A run of the pump, hours of the day. */
export interface PumpRun {
  readonly fromH: number
  readonly toH: number
}

/** What the pump has to do on such a day. */
export interface PumpDay {
  readonly runs: readonly PumpRun[]
  readonly minutes: number
  readonly longestS: number
  readonly hottestC: number
  readonly heatStops: number
  /**
   * Drawn in over the day, bar-litre, and the water it leaves in the dryer, g; below 0: the dryer
   * gets drier.
   */
  readonly drawnBarL: number
  readonly moistureG: number
  /**
   * Air the system has less at the end of the day than at its begin, bar-litre: a closed one is
   * never refilled by itself.
   */
  readonly lostBarL: number
  /** Whether it stood at its level at the end of every drive. */
  readonly keepsLevel: boolean
  /** Temperature of the pump through the day, h and degC. */
  readonly warmth: readonly { readonly hour: number; readonly degC: number }[]
}

const HOUR_S = 3600
const DAY_S = 24 * HOUR_S
const COLDEST_H = 5
const SAMPLE_S = 60

const happeningsOf = ({ drives }: PumpDayRequest, day: number): Happening[] =>
  drives.flatMap(({ fromH, toH }) => [
    { atS: day * DAY_S + fromH * HOUR_S, do: 'ignitionOn' as const },
    { atS: day * DAY_S + toH * HOUR_S, do: 'ignitionOff' as const },
  ])

function runsOf({ events }: SimRun, fromS: number): PumpRun[] {
  const runs: PumpRun[] = []
  let since: number | null = null
  for (const { timeS, what } of events) {
    if (what === 'pumpOn') since = timeS
    if (what === 'pumpOff' && since !== null) {
      if (timeS > since)
        runs.push({ fromH: (since - fromS) / HOUR_S, toH: (timeS - fromS) / HOUR_S })
      since = null
    }
  }
  return runs
}

/** A day of the pump with a leak, the second of two so that it begins as the day before left it. */
export function pumpDay(request: PumpDayRequest): Result<PumpDay, EquilibriumRefusal> {
  const { machine, levelId, corner, leakBarLPerH, coldC, warmC, humidity, drives } = request
  const [middle, half] = [(coldC + warmC) / 2, (warmC - coldC) / 2]
  const temperatureC = (timeS: number): number =>
    middle - half * Math.cos(((timeS / HOUR_S - COLDEST_H) / 24) * 2 * Math.PI)
  const state = levelledState(machine, levelId, temperatureC(0))
  if (!state.ok) return state
  const conductance = conductanceOfRate(machine.vehicle, corner, leakBarLPerH, middle) ?? 0
  const faults = conductance > 0 ? [{ kind: 'springLeak' as const, corner, conductance }] : []
  const first = simulate({
    machine,
    state: state.value,
    faults,
    happenings: happeningsOf(request, 0),
    untilS: DAY_S,
    sampleEveryS: DAY_S,
    temperatureC,
    humidity,
  })
  const second = simulate({
    machine,
    state: first.state,
    faults,
    happenings: happeningsOf(request, 1),
    untilS: 2 * DAY_S,
    sampleEveryS: SAMPLE_S,
    temperatureC,
    humidity,
  })
  const runs = runsOf(second, DAY_S)
  const seconds = runs.map(({ fromH, toH }) => (toH - fromH) * HOUR_S)
  const inside = (air: readonly number[]): number =>
    air.slice(0, 6).reduce((sum, amount) => sum + amount, 0)
  const atEnd = drives.map(({ toH }) =>
    second.samples.findLast(({ timeS }) => timeS <= DAY_S + toH * HOUR_S),
  )
  return ok({
    runs,
    minutes: seconds.reduce((sum, each) => sum + each, 0) / 60,
    longestS: Math.max(0, ...seconds),
    hottestC: Math.max(...second.samples.map(({ pumpC }) => pumpC)),
    heatStops: second.events.filter(({ what, detail }) => what === 'mode' && detail === 'lockedOut')
      .length,
    drawnBarL: second.state.air[DRAWN]! - first.state.air[DRAWN]!,
    moistureG: second.state.moistureG - first.state.moistureG,
    lostBarL: inside(first.state.air) - inside(second.state.air),
    keepsLevel: atEnd.every(
      (sample) =>
        sample === undefined ||
        sample.heightMm[corner] -
          machine.vehicle.corners[corner].designHeightMm -
          levelOffsetMm(machine, levelId) >
          -2 * machine.rules.deadBandMm,
    ),
    warmth: second.samples.map(({ timeS, pumpC }) => ({ hour: timeS / HOUR_S - 24, degC: pumpC })),
  })
}
