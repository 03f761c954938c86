import { completeGeometry } from '@anklet/core/base/vehicle'
import { equilibrium, temperatureDrop } from '@anklet/core/physics/pneumatics'
import { airLedger, duty, fillTime, liftTime } from '@anklet/core/physics/compressor'
import { heightVerdict } from '@anklet/core/measuring/heights'
import {
  forecast,
  hiddenLeaks,
  inferLeak,
  inferNights,
  overnightLoad,
  planWatch,
  worthOfNext,
} from '@anklet/core/measuring/leakdown'
import { fitSensor } from '@anklet/core/measuring/calibration'
import { coilRate, fitCoils } from '@anklet/core/reasoning/conversion'
import { axleStrategies, compareOptions } from '@anklet/core/reasoning/strategy'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { planSentence } from '@anklet/language/problems/plans'
import type { CalculationOutcome } from './outcome.ts'
import { runDiagnosis } from './diagnosis.ts'
import { runSimulation } from './simulation.ts'
import type {
  AirLedgerRequest,
  CalculationName,
  CoilConversionRequest,
  CoilRateRequest,
  DutyRequest,
  EquilibriumRequest,
  FillTimeRequest,
  ForecastRequest,
  HeightVerdictRequest,
  LeakdownNightsRequest,
  LeakdownPlanRequest,
  LeakdownRequest,
  LiftTimeRequest,
  ProcedurePlanRequest,
  SensorCalibrationRequest,
  StrategyRequest,
  TemperatureDropRequest,
} from '@anklet/contract'

const complete = <Request extends { vehicle: EquilibriumRequest['vehicle'] }>(
  request: Request,
) => ({ ...request, vehicle: completeGeometry(request.vehicle) })

function runForecast(request: ForecastRequest): CalculationOutcome {
  const answer = forecast(complete(request))
  return answer.ok ? { ok: true, value: { samples: answer.value } } : answer
}

function runNights({ nights }: LeakdownNightsRequest): CalculationOutcome {
  const inferred = inferNights(nights.map(complete))
  if (!inferred.ok) return inferred
  const { together, alone, weighed } = inferred.value
  return {
    ok: true,
    value: {
      together,
      alone,
      tellsMore: worthOfNext(weighed),
      hidden: hiddenLeaks(weighed),
      load: overnightLoad(weighed),
    },
  }
}

function runConversion({ candidates, ...corner }: CoilConversionRequest): CalculationOutcome {
  const fitted = fitCoils(corner, candidates)
  return fitted.ok ? { ok: true, value: { candidates: fitted.value } } : fitted
}

function runPlan({ way, ...request }: ProcedurePlanRequest): CalculationOutcome {
  const made = composePlan(SHIPPED_PROCEDURES, { ...request, way: { ...USUAL_WAY, ...way } })
  return made.ok
    ? made
    : {
        ok: false,
        error: {
          code: made.error.code === 'jobUnknown' ? 'jobUnknown' : 'planImpossible',
          sentence: planSentence(made.error),
        },
      }
}

const RUN: { readonly [Name in CalculationName]: (request: never) => CalculationOutcome } = {
  equilibrium: (request: EquilibriumRequest) => equilibrium(complete(request)),
  'temperature-drop': (request: TemperatureDropRequest) => temperatureDrop(complete(request)),
  'leakdown-forecast': runForecast,
  leakdown: (request: LeakdownRequest) => inferLeak(complete(request)),
  'leakdown-nights': runNights,
  'leakdown-plan': (request: LeakdownPlanRequest) => planWatch(complete(request)),
  'fill-time': (request: FillTimeRequest) => fillTime(request),
  'lift-time': (request: LiftTimeRequest) => liftTime(complete(request)),
  duty: (request: DutyRequest) => duty(request),
  'air-ledger': (request: AirLedgerRequest) => airLedger(complete(request)),
  simulate: runSimulation,
  diagnose: runDiagnosis,
  strategy: (request: StrategyRequest) => ({
    ok: true,
    value: { strategies: compareOptions(axleStrategies(request)) },
  }),
  'coil-conversion': runConversion,
  'sensor-calibration': (request: SensorCalibrationRequest) => fitSensor(request),
  'coil-rate': (request: CoilRateRequest) => coilRate(request),
  'procedure-plan': runPlan,
  'height-verdict': (request: HeightVerdictRequest) => ({
    ok: true,
    value: heightVerdict(request),
  }),
}

/** Runs a calculation on a request that its schema has accepted. */
export const runCalculation = (name: CalculationName, request: unknown): CalculationOutcome =>
  RUN[name](request as never)
