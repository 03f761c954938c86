export { forecast } from './forecast.ts'
export type { ForecastRequest, ForecastSample, ForecastRefusal } from './forecast.ts'
export { inferLeak, inferNights, LEAKDOWN_DEFAULTS } from './infer.ts'
export type { LeakdownRequest, LeakdownAnswer, LeakdownRefusal } from './infer.ts'
export type { RoundBetween } from './night.ts'
export { KNOWN_GEOMETRY_SHARE } from './covariance.ts'
export {
  HYPOTHESES,
  PRIOR_WEIGHT,
  LOG_C_RANGE,
  hypothesisCorners,
  tellsLeak,
} from './hypotheses.ts'
export type { HypothesisId } from './hypotheses.ts'
export { gasTemperatureSigmaK, THERMOMETER_SIGMA_K } from './conditions.ts'
export type { Thermometer, SoakConditions } from './conditions.ts'
export { priorsFor } from './priors.ts'
export type { ComplaintHint, PriorReason } from './priors.ts'
export { planWatch, PLAN_DEFAULTS } from './plan.ts'
export type { PlanAnswer, PlanRequest } from './plan.ts'
export { hoursToBumpStop } from './bumpStopTime.ts'
export { conductanceOfRate } from './leakRate.ts'
export { learnVolume, withVolumes } from './learn.ts'
export type { TightNight, VolumeLesson } from './learn.ts'
export { leakOrCommand } from './leakOrCommand.ts'
export type { LeakOrCommand, Wait } from './leakOrCommand.ts'
export { integrateStiff } from './rosenbrock.ts'
export { changeCovariance, choleskyOf, whiten } from './covariance.ts'
export { priorsOf } from './hypotheses.ts'
export { fitLimitChi2 } from './infer.ts'
