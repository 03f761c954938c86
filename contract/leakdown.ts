// A night apart: what is asked of the leak-down reasoning, and what it answers.
import { NEXT_THINGS, LOAD_PLACES } from '@anklet/core/measuring/leakdown'
import { Type } from '@sinclair/typebox'
import {
  closed,
  heightMm,
  levelOffsetMm,
  nullable,
  oneOf,
  perCorner,
  sigma,
  someCorners,
  temperatureC,
} from './quantities.ts'
import { CornerName, VehicleGeometry } from './vehicle.ts'

const mm = Type.Number()
const readings = Type.Array(heightMm, { minItems: 1, maxItems: 100 })
const weight = Type.Optional(Type.Number({ minimum: 0, maximum: 1e6 }))
const share = Type.Optional(Type.Number({ minimum: 0, maximum: 1 }))
const hypotheses = <Value extends typeof weight>(value: Value) =>
  closed({
    none: value,
    FL: value,
    FR: value,
    RL: value,
    RR: value,
    frontPair: value,
    rearPair: value,
    frontBoth: value,
    rearBoth: value,
    all: value,
    diagonalFL: value,
    diagonalFR: value,
  })
export const LeakdownRequest = closed({
  vehicle: VehicleGeometry,
  hours: Type.Number({
    exclusiveMinimum: 0,
    maximum: 10_000,
    description: 'Time between the rounds, h',
  }),
  startC: temperatureC,
  endC: temperatureC,
  temperatureSigmaK: Type.Optional(sigma),
  before: perCorner(readings),
  after: perCorner(readings),
  repeatabilityMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 200 })),
  modelSigmaMm: Type.Optional(sigma),
  tyreAllowanceMm: Type.Optional(sigma),
  levelOffsetMm: Type.Optional(levelOffsetMm),
  between: Type.Optional(
    Type.Array(
      closed({
        hour: Type.Number({
          exclusiveMinimum: 0,
          maximum: 10_000,
          description: 'Hours after the first round',
        }),
        temperatureC,
        readings: perCorner(
          Type.Array(heightMm, {
            maxItems: 100,
            description: 'Empty: this corner was not measured',
          }),
        ),
      }),
      { maxItems: 40, description: 'Rounds walked between the first and the last' },
    ),
  ),
  geometryShare: Type.Optional(
    Type.Number({
      minimum: 0,
      maximum: 1,
      description:
        'Share of the largest unexplained change the figures of the vehicle leave uncertain',
    }),
  ),
  coldShare: Type.Optional(
    Type.Number({
      minimum: 0,
      maximum: 1,
      description: 'How well the volumes are known, as a share of what the cold explains',
    }),
  ),
  priors: Type.Optional(hypotheses(weight)),
})
export const LeakdownResponse = closed({
  posterior: hypotheses(share),
  best: Type.String(),
  leakProbability: Type.Number(),
  expectedColdMm: perCorner(mm),
  unexplainedMm: perCorner(mm),
  rateBarLPerH: nullable(
    closed({ median: Type.Number(), low: Type.Number(), high: Type.Number() }),
  ),
  hoursToBumpStop: nullable(Type.Number()),
  closureMm: mm,
  expectedClosureMm: mm,
  closureSuspect: Type.Boolean(),
  fitChi2: Type.Number(),
  fitSuspect: Type.Boolean(),
  predictedMm: perCorner(mm),
  sigmaMm: perCorner(mm),
  leaks: someCorners(Type.Number()),
  priors: hypotheses(share),
})

export const LeakdownNightsRequest = closed({
  nights: Type.Array(LeakdownRequest, {
    minItems: 1,
    maxItems: 6,
    description: 'Nights of one case, oldest first: the same leak in the same car',
  }),
})
export const LeakdownNightsResponse = closed({
  together: LeakdownResponse,
  alone: LeakdownResponse,
  tellsMore: Type.Array(
    closed({
      thing: oneOf(...NEXT_THINGS),
      to: Type.Number({ description: 'Probability of the likeliest answer after it, on average' }),
    }),
  ),
  hidden: Type.Array(
    closed({
      corner: CornerName,
      atMostBarLPerH: Type.Number({ description: 'No larger leak hides there, with 95 %' }),
    }),
  ),
  load: nullable(
    closed({
      place: oneOf(...LOAD_PLACES),
      massKg: Type.Number({ description: 'Put in overnight; negative: taken out' }),
    }),
  ),
})

export const LeakdownPlanRequest = closed({
  vehicle: VehicleGeometry,
  corner: CornerName,
  leakBarLPerH: Type.Number({
    exclusiveMinimum: 0,
    maximum: 10_000,
    description: 'Leak to be seen, bar-litre per hour',
  }),
  readings: Type.Integer({
    minimum: 1,
    maximum: 100,
    description: 'Readings of the corner in each round',
  }),
  repeatabilityMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 200 })),
  modelSigmaMm: Type.Optional(sigma),
  temperatureSigmaK: Type.Optional(sigma),
  meanC: temperatureC,
  power: Type.Optional(
    Type.Number({
      minimum: 0.5,
      exclusiveMaximum: 1,
      description: 'Probability of seeing the leak',
    }),
  ),
  falseAlarm: Type.Optional(
    Type.Number({
      exclusiveMinimum: 0,
      exclusiveMaximum: 1,
      description: 'Probability of calling a tight corner leaking',
    }),
  ),
})
export const LeakdownPlanResponse = closed({
  dropMmPerH: Type.Number(),
  hours: Type.Number(),
  sigmaMm: Type.Number(),
})
