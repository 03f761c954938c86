import { VERDICTS } from '@anklet/core/measuring/heights'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import {
  airBarL,
  closed,
  conductance,
  freeFlowLPerMin,
  heightMm,
  hours,
  levelOffsetMm,
  nullable,
  oneOf,
  payloadN,
  perCorner,
  pressureBarG,
  someCorners,
  stallBarG,
  temperatureC,
  volumeL,
} from './quantities.ts'
import { DiagnoseRequest, DiagnoseResponse } from './knowledge.ts'
import { ProcedurePlanRequest, ProcedurePlanResponse } from './procedure.ts'
import {
  LeakdownRequest,
  LeakdownResponse,
  LeakdownNightsRequest,
  LeakdownNightsResponse,
  LeakdownPlanRequest,
  LeakdownPlanResponse,
} from './leakdown.ts'
import { SimulateRequest, SimulateResponse } from './simulation.ts'
import { VehicleGeometry } from './vehicle.ts'
import {
  CoilConversionRequest,
  CoilConversionResponse,
  CoilRateRequest,
  CoilRateResponse,
  StrategyRequest,
  StrategyResponse,
} from './strategy.ts'
import { SensorCalibrationRequest, SensorCalibrationResponse } from './calibration.ts'

const mm = Type.Number()
const barG = nullable(Type.Number())

const EquilibriumRequest = closed({
  vehicle: VehicleGeometry,
  temperatureC,
  airBarL: nullable(someCorners(airBarL)),
  payloadN: Type.Optional(someCorners(payloadN)),
})
const EquilibriumResponse = closed({
  heightMm: perCorner(mm),
  pressureBarG: perCorner(barG),
  loadN: perCorner(mm),
  onBumpStop: perCorner(Type.Boolean()),
  closureMm: mm,
  solve: closed({
    outcome: Type.Literal('converged'),
    steps: Type.Integer(),
    residualN: Type.Number(),
  }),
})

const TemperatureDropRequest = closed({
  vehicle: VehicleGeometry,
  fromC: temperatureC,
  toC: temperatureC,
})
const TemperatureDropResponse = closed({ changeMm: perCorner(mm) })

const ForecastRequest = closed({
  vehicle: VehicleGeometry,
  startC: temperatureC,
  endC: temperatureC,
  hours,
  leaks: someCorners(conductance),
  crossLeaks: Type.Optional(
    closed({ front: Type.Optional(conductance), rear: Type.Optional(conductance) }),
  ),
  sampleHours: Type.Array(Type.Number({ minimum: 0, maximum: 10_000 }), {
    minItems: 1,
    maxItems: 400,
  }),
  levelOffsetMm: Type.Optional(levelOffsetMm),
})
const ForecastResponse = closed({
  samples: Type.Array(
    closed({
      hour: Type.Number(),
      heightMm: perCorner(mm),
      pressureBarG: perCorner(barG),
      airBarL: perCorner(barG),
    }),
  ),
})

const readings = Type.Array(heightMm, { minItems: 1, maxItems: 100 })
const tolerance = Type.Number({ minimum: 0, maximum: 2000, description: 'Tolerance, mm' })
const HeightVerdictRequest = closed({
  readingsMm: readings,
  nominalMm: heightMm,
  minusMm: tolerance,
  plusMm: tolerance,
  repeatabilityMm: Type.Number({
    exclusiveMinimum: 0,
    maximum: 200,
    description: 'Standard deviation of one reading, mm',
  }),
  systematicMm: Type.Optional(
    Type.Number({ minimum: 0, maximum: 200, description: 'Error common to all readings, mm' }),
  ),
})
const HeightVerdictResponse = closed({
  meanMm: mm,
  standardUncertaintyMm: mm,
  deviationMm: mm,
  guardMm: mm,
  verdict: oneOf(...VERDICTS),
  readingsToDecide: nullable(Type.Integer()),
})

const pump = { freeFlowLPerMin, stallBarG }
const seconds = Type.Number()
const FillTimeRequest = closed({
  volumeL: Type.Number({ exclusiveMinimum: 0, maximum: 1000, description: 'Volume, L' }),
  fromBarG: pressureBarG,
  toBarG: pressureBarG,
  ...pump,
  temperatureC,
})
const FillTimeResponse = closed({ seconds })

const liftMm = Type.Number({ minimum: 0, maximum: 600, description: 'Lift, mm' })
const LiftTimeRequest = closed({
  vehicle: VehicleGeometry,
  liftMm: someCorners(liftMm),
  ...pump,
  temperatureC,
})
const LiftTimeResponse = closed({ airBarL: Type.Number(), seconds })

const DutyRequest = closed({
  leakBarLPerH: Type.Number({
    minimum: 0,
    maximum: 100_000,
    description: 'Leak, bar-litre per hour',
  }),
  meanBarG: pressureBarG,
  ...pump,
  normalMinutesPerDay: Type.Number({
    minimum: 0,
    maximum: 1440,
    description: 'What the pump runs without a leak, minutes a day',
  }),
  lifeHours: Type.Number({
    minimum: 0,
    maximum: 1_000_000,
    description: 'Running hours the pump is good for',
  }),
})
const DutyResponse = closed({
  leakMinutesPerDay: Type.Number(),
  totalMinutesPerDay: Type.Number(),
  lifeDays: nullable(Type.Number()),
  lifeDaysWithoutLeak: nullable(Type.Number()),
})

const AirLedgerRequest = closed({
  vehicle: VehicleGeometry,
  reservoirL: volumeL,
  reservoirBarG: pressureBarG,
  temperatureC,
  levelOffsetMm,
  targetReservoirBarG: pressureBarG,
  bottle: nullable(
    closed({
      volumeL,
      barG: Type.Number({
        minimum: -1,
        maximum: 400,
        description: 'Gauge pressure of the bottle, bar',
      }),
    }),
  ),
})
const airAmount = closed({ airBarL: Type.Number(), gaugeBarL: Type.Number() })
const AirLedgerResponse = closed({
  corners: perCorner(airAmount),
  reservoir: airAmount,
  totalBarL: Type.Number(),
  topUpBarL: Type.Number(),
  bottleFills: nullable(Type.Number()),
  regulatorBarG: Type.Number(),
})

/** Every calculation: what it takes, what it gives, in one line what it is. */
export const CALCULATIONS = {
  equilibrium: {
    request: EquilibriumRequest,
    response: EquilibriumResponse,
    summary: 'Where a vehicle comes to rest with given amounts of air and load',
  },
  'temperature-drop': {
    request: TemperatureDropRequest,
    response: TemperatureDropResponse,
    summary: 'How far a parked vehicle sinks by the cold alone',
  },
  'leakdown-forecast': {
    request: ForecastRequest,
    response: ForecastResponse,
    summary: 'Heights, pressures and air through a night with given leaks',
  },
  leakdown: {
    request: LeakdownRequest,
    response: LeakdownResponse,
    summary: 'What two rounds of heights, evening and morning, say about a leak',
  },
  'leakdown-nights': {
    request: LeakdownNightsRequest,
    response: LeakdownNightsResponse,
    summary: 'What several nights of one case say together, and what would tell more',
  },
  'leakdown-plan': {
    request: LeakdownPlanRequest,
    response: LeakdownPlanResponse,
    summary: 'How long to wait to be sure of seeing a leak of a size',
  },
  'fill-time': {
    request: FillTimeRequest,
    response: FillTimeResponse,
    summary: 'How long a pump takes to fill a fixed volume',
  },
  'lift-time': {
    request: LiftTimeRequest,
    response: LiftTimeResponse,
    summary: 'How much air a lift takes, and how long the pump needs for it',
  },
  duty: {
    request: DutyRequest,
    response: DutyResponse,
    summary: 'What a leak makes of a pump’s day and of its life',
  },
  'air-ledger': {
    request: AirLedgerRequest,
    response: AirLedgerResponse,
    summary: 'The air in springs and reservoir, and what is missing',
  },
  simulate: {
    request: SimulateRequest,
    response: SimulateResponse,
    summary:
      'A vehicle with its module through hours or days: levelling, parked checks, faults, codes',
  },
  diagnose: {
    request: DiagnoseRequest,
    response: DiagnoseResponse,
    summary: 'Which fault it could be, and which check is worth doing next',
  },
  strategy: {
    request: StrategyRequest,
    response: StrategyResponse,
    summary: 'One side, both or coils: what each costs over the years',
  },
  'coil-conversion': {
    request: CoilConversionRequest,
    response: CoilConversionResponse,
    summary: 'Which coils fit a corner in the place of air',
  },
  'sensor-calibration': {
    request: SensorCalibrationRequest,
    response: SensorCalibrationResponse,
    summary:
      'A straight line through the levels of a height sensor, and what is wrong with it or its link',
  },
  'coil-rate': {
    request: CoilRateRequest,
    response: CoilRateResponse,
    summary: 'Rate and stress of a coil by its wire, diameter and turns',
  },
  'procedure-plan': {
    request: ProcedurePlanRequest,
    response: ProcedurePlanResponse,
    summary: 'The steps of several jobs in one order, with gates and proofs',
  },
  'height-verdict': {
    request: HeightVerdictRequest,
    response: HeightVerdictResponse,
    summary: 'Whether a height is in its specification, as far as the tape can tell',
  },
} as const

/** A calculation's name, as in /api/calc/<name>. */
export type CalculationName = keyof typeof CALCULATIONS
export type EquilibriumRequest = Static<typeof EquilibriumRequest>
export type EquilibriumResponse = Static<typeof EquilibriumResponse>
export type TemperatureDropRequest = Static<typeof TemperatureDropRequest>
export type TemperatureDropResponse = Static<typeof TemperatureDropResponse>
export type ForecastRequest = Static<typeof ForecastRequest>
export type ForecastResponse = Static<typeof ForecastResponse>
export type LeakdownRequest = Static<typeof LeakdownRequest>
export type LeakdownResponse = Static<typeof LeakdownResponse>
export type LeakdownNightsRequest = Static<typeof LeakdownNightsRequest>
export type LeakdownNightsResponse = Static<typeof LeakdownNightsResponse>
export type LeakdownPlanRequest = Static<typeof LeakdownPlanRequest>
export type LeakdownPlanResponse = Static<typeof LeakdownPlanResponse>
export type HeightVerdictRequest = Static<typeof HeightVerdictRequest>
export type HeightVerdictResponse = Static<typeof HeightVerdictResponse>
export type FillTimeRequest = Static<typeof FillTimeRequest>
export type LiftTimeRequest = Static<typeof LiftTimeRequest>
export type LiftTimeResponse = Static<typeof LiftTimeResponse>
export type DutyRequest = Static<typeof DutyRequest>
export type DutyResponse = Static<typeof DutyResponse>
export type AirLedgerRequest = Static<typeof AirLedgerRequest>
export type AirLedgerResponse = Static<typeof AirLedgerResponse>
export type SimulateRequest = Static<typeof SimulateRequest>
export type SimulateResponse = Static<typeof SimulateResponse>
