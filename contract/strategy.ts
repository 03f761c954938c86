import { MISFITS } from '@anklet/core/reasoning/conversion'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, lengthMm, loadN, motionRatio, nullable, oneOf } from './quantities.ts'

const positive = (maximum: number, description: string) =>
  Type.Number({ exclusiveMinimum: 0, maximum, description })
const from0 = (maximum: number, description: string) =>
  Type.Number({ minimum: 0, maximum, description })
const money = from0(1e7, 'Money')
const partHours = from0(500, 'Work, h')
const shape = positive(50, 'Weibull shape')
const scale = Type.Number({ minimum: 0.02, maximum: 500, description: 'Weibull scale, years' })
const age = from0(200, 'Age, years')

export const StrategyRequest = closed({
  horizonYears: positive(50, 'How far ahead costs count, years'),
  discountRate: Type.Number({ minimum: -0.5, maximum: 1, description: 'A year' }),
  samples: Type.Integer({ minimum: 100, maximum: 200_000 }),
  seed: Type.Integer({ minimum: -2_147_483_648, maximum: 4_294_967_295 }),
  labourPerHour: from0(1e6, 'Money'),
  parts: closed({
    spring: closed({
      cost: money,
      hours: partHours,
      pairHours: Type.Optional(partHours),
      weibullShape: shape,
      weibullScaleYears: scale,
      otherSideAgeYears: age,
    }),
    compressor: closed({
      cost: money,
      hours: partHours,
      weibullShape: shape,
      weibullScaleYears: scale,
      ageYears: age,
    }),
    conversionAxle: closed({
      cost: money,
      hours: partHours,
      removesCompressor: Type.Optional(Type.Boolean()),
    }),
  }),
  leak: closed({
    minutesPerDay: from0(1440, 'Pump runs with the leak, min a day'),
    normalMinutesPerDay: positive(1440, 'Pump runs without, min a day'),
    daysBeforeRepair: from0(3650, 'Until it is mended, days'),
  }),
  strategies: Type.Array(oneOf('single', 'pair', 'convert'), {
    minItems: 1,
    maxItems: 3,
    uniqueItems: true,
  }),
})
export type StrategyRequest = Static<typeof StrategyRequest>
const number = Type.Number()
export const StrategyResponse = closed({
  strategies: Type.Array(
    closed({
      id: Type.String(),
      meanCost: number,
      p10Cost: number,
      p90Cost: number,
      secondVisitProbability: number,
      standardError: number,
      laterVisits: number,
      byYear: Type.Array(closed({ year: number, mean: number, p10: number, p90: number })),
    }),
  ),
})

const rate = positive(1e5, 'Rate, N/mm')
/** A coil of a shop’s list, as a calculation takes it. */
const Coil = closed({
  id: Type.String({ minLength: 1, maxLength: 80 }),
  rateNPerMm: rate,
  freeLengthMm: lengthMm,
  solidLengthMm: lengthMm,
})
export const CoilConversionRequest = closed({
  loadN,
  ladenLoadN: loadN,
  motionRatio,
  installedLengthMm: lengthMm,
  bumpTravelMm: positive(1000, 'Wheel travel to the bump stop, mm'),
  droopTravelMm: from0(1000, 'Wheel travel to full droop, mm'),
  airRateNPerMm: Type.Optional(rate),
  candidates: Type.Array(Coil, { minItems: 1, maxItems: 10_000 }),
})
export type CoilConversionRequest = Static<typeof CoilConversionRequest>
export const CoilConversionResponse = closed({
  candidates: Type.Array(
    closed({
      id: Type.String(),
      wheelRateNPerMm: number,
      springForceN: number,
      lengthMm: number,
      heightErrorMm: number,
      frequencyHz: number,
      ladenDropMm: number,
      bindMarginMm: number,
      droopPreloadN: number,
      rateRatio: nullable(number),
      fits: Type.Boolean(),
      reasons: Type.Array(oneOf(...MISFITS)),
    }),
  ),
})

export const CoilRateRequest = closed({
  wireMm: positive(200, 'Diameter of the wire, mm'),
  meanDiameterMm: positive(2000, 'Diameter of the coil at the middle of its wire, mm'),
  activeCoils: positive(200, 'Turns that move'),
  shearModulusGPa: Type.Optional(positive(500, 'Shear modulus, GPa')),
  forceN: Type.Optional(from0(1e6, 'Force on it, N')),
})
export type CoilRateRequest = Static<typeof CoilRateRequest>
export const CoilRateResponse = closed({ rateNPerMm: number, shearStressMPa: nullable(number) })
