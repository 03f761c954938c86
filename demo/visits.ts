// What a visit of the past consists of.
import type { Finding } from '@anklet/contract'
import { airBetween } from '@anklet/core/physics/compressor'
import type { Corner } from '@anklet/core/base/vehicle'
import type { ScenarioJob } from './scenario.ts'
import type { Night } from './nights.ts'
import { night, standing } from './nights.ts'

export const NO_WORDS = { where: [], when: [], signs: [], words: '' }
export const DAY_H = 24

/** A visit of an earlier month: heights, and perhaps a night. */
interface Visit {
  readonly plate: string
  readonly type: string
  readonly daysAgo: number
  readonly by: string
  readonly complaint?: Partial<ScenarioJob['complaint']>
  readonly off?: Partial<Record<Corner, number>>
  readonly tempC: number
  readonly km: number
  readonly night?: Omit<Night, 'type' | 'eveningAgoH'> & { readonly finding: Finding }
  readonly repair?: ScenarioJob['repair']
  readonly charge?: NonNullable<ScenarioJob['charge']>
  readonly conclusion?: ScenarioJob['conclusion']
  readonly codes?: ScenarioJob['codes']
}

export function visit({
  plate,
  type,
  daysAgo,
  by,
  complaint,
  off = {},
  tempC,
  km,
  night: watched,
  repair,
  charge,
  conclusion,
  codes,
}: Visit): ScenarioJob {
  const openedAgoH = daysAgo * DAY_H
  const arrival = {
    onStops: 'none',
    rises: 'yes',
    audible: false,
    tyreTouches: false,
    pumpRunsOn: false,
    speedLimited: false,
    sinks: null,
    emptySince: null,
    condition: [],
    foreignParts: '',
    odometerKm: km,
  } as const
  return {
    plate,
    openedAgoH,
    closedAgoH: openedAgoH - (watched ? 26 : 3),
    by,
    complaint: { ...NO_WORDS, ...complaint },
    arrival: { ...arrival, condition: [] },
    heights: [standing(type, off, tempC, openedAgoH - 1)],
    ...(watched
      ? {
          watch: {
            ...night({ ...watched, type, eveningAgoH: openedAgoH - 3 }),
            plannedHours: watched.hours,
            minutesSinceRun: 150,
            supplyCut: 'fuse' as const,
            undisturbed: true,
            finding: watched.finding,
          },
        }
      : {}),
    ...(repair ? { repair } : {}),
    ...(charge ? { charge } : {}),
    ...(conclusion ? { conclusion } : {}),
    ...(codes ? { codes } : {}),
  }
}

export const proved = (
  cause: string,
  sentence: string,
  probability: number,
  ...stands: readonly string[]
): NonNullable<ScenarioJob['conclusion']> => ({ cause, sentence, probability, stands: [...stands] })
type Code = NonNullable<ScenarioJob['codes']>[number]['codes'][number]
export const code = (
  number: string,
  status: Code['status'],
  words = '',
  freeze: Code['freeze'] = [],
): Code => ({ number, failureType: null, status, words, freeze })

export const found = (best: string, probability: number, sentence: string) => ({
  kind: 'answer' as const,
  best,
  probability,
  sentence,
})
export const tight = (sentence: string) => found('none', 0.9, sentence)

/** A closed system topped up: its tank of 5 litres, read and filled at such a temperature. */
export const nitrogen = (
  beforeBarG: number,
  afterBarG: number,
  temperatureC: number,
): NonNullable<ScenarioJob['charge']> => ({
  gas: 'nitrogen',
  beforeBarG,
  afterBarG,
  temperatureC,
  addedBarL: Math.round(10 * airBetween(beforeBarG, afterBarG, 5, temperatureC)) / 10,
  words: '',
})
