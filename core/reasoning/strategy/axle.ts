import type { LivingPart, Option, StrategyRequest } from './options.ts'

/** One axle whose spring has failed on one side. */
export interface AxleCase {
  readonly horizonYears: number
  readonly discountRate: number
  readonly samples: number
  readonly seed: number
  readonly labourPerHour: number
  readonly parts: {
    readonly spring: {
      readonly cost: number
      readonly hours: number
      /** For both sides at once. */ readonly pairHours?: number | undefined
      readonly weibullShape: number
      readonly weibullScaleYears: number
      readonly otherSideAgeYears: number
    }
    readonly compressor: {
      readonly cost: number
      readonly hours: number
      readonly weibullShape: number
      readonly weibullScaleYears: number
      readonly ageYears: number
    }
    readonly conversionAxle: {
      readonly cost: number
      readonly hours: number
      readonly removesCompressor?: boolean | undefined
    }
  }
  readonly leak: {
    readonly minutesPerDay: number
    readonly normalMinutesPerDay: number
    readonly daysBeforeRepair: number
  }
  readonly strategies: readonly ('single' | 'pair' | 'convert')[]
}

const DAYS_A_YEAR = 365.25

/** Years a leak adds to the age of the pump until it is mended: how much more the pump runs, times how long. */
export const wearYears = ({
  minutesPerDay,
  normalMinutesPerDay,
  daysBeforeRepair,
}: AxleCase['leak']): number =>
  ((minutesPerDay / normalMinutesPerDay) * daysBeforeRepair) / DAYS_A_YEAR

/** One side, both, or coils: the three schools as options over the lives of two springs and the pump. */
export function axleStrategies({
  horizonYears,
  discountRate,
  samples,
  seed,
  labourPerHour,
  parts: { spring, compressor, conversionAxle },
  leak,
  strategies,
}: AxleCase): StrategyRequest {
  const worn = wearYears(leak)
  const life = { shape: spring.weibullShape, scaleYears: spring.weibullScaleYears }
  const parts: LivingPart[] = [
    { id: 'this', life, ageYears: null, wears: { pump: worn } },
    { id: 'other', life, ageYears: spring.otherSideAgeYears, wears: { pump: worn } },
    {
      id: 'pump',
      life: { shape: compressor.weibullShape, scaleYears: compressor.weibullScaleYears },
      ageYears: compressor.ageYears + worn,
    },
  ]
  const one = spring.cost + spring.hours * labourPerHour
  const pump = { cost: compressor.cost + compressor.hours * labourPerHour, restarts: ['pump'] }
  const both = {
    cost: 2 * spring.cost + (spring.pairHours ?? 2 * spring.hours) * labourPerHour,
    restarts: ['this', 'other'],
  }
  const OPTIONS: Readonly<Record<AxleCase['strategies'][number], Omit<Option, 'id'>>> = {
    single: {
      now: { cost: one, restarts: ['this'] },
      later: {
        this: { cost: one, restarts: ['this'] },
        other: { cost: one, restarts: ['other'] },
        pump,
      },
    },
    pair: { now: both, later: { this: both, other: both, pump } },
    convert: {
      now: {
        cost: conversionAxle.cost + conversionAxle.hours * labourPerHour,
        restarts: [],
        ends: conversionAxle.removesCompressor ? ['this', 'other', 'pump'] : ['this', 'other'],
      },
      later: { pump },
    },
  }
  return {
    parts,
    horizonYears,
    discountRate,
    samples,
    seed,
    options: strategies.map((id) => ({ id, ...OPTIONS[id] })),
  }
}
