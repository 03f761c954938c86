export { forecast, forecastChange } from './forecast.ts'
export type { ForecastRequest, ForecastSample, ForecastRefusal } from './forecast.ts'
export { inferLeak, inferNights } from './infer.ts'
export type { LeakdownAnswer } from './infer.ts'
export { LEAKDOWN_DEFAULTS } from './watched.ts'
export type { LeakdownRequest, LeakdownRefusal } from './watched.ts'
export type { RoundBetween } from './night.ts'
export { KNOWN_GEOMETRY_SHARE } from './covariance.ts'
export {
  HYPOTHESES,
  PRIOR_WEIGHT,
  LOG_C_RANGE,
  answerGroup,
  hypothesisCorners,
  foundBy,
} from './hypotheses.ts'
export type { HypothesisId } from './hypotheses.ts'
export { gasTemperatureSigmaK, THERMOMETER_SIGMA_K, THERMOMETERS } from './conditions.ts'
export type { Thermometer, SoakConditions } from './conditions.ts'
export { priorsFor } from './priors.ts'
export type { ComplaintHint, PriorReason } from './priors.ts'
export { hiddenLeaks } from './hiding.ts'
export type { HiddenLeak } from './hiding.ts'
export { overnightLoad, LOAD_PLACES } from './overnightLoad.ts'
export type { LoadPlace, OvernightLoad } from './overnightLoad.ts'
export { worthOfNext, NEXT_THINGS } from './worth.ts'
export type { NextThing, Worth } from './worth.ts'
export { planWatch, PLAN_DEFAULTS } from './plan.ts'
export type { PlanAnswer, PlanRequest } from './plan.ts'
export { hoursToBumpStop } from './bumpStopTime.ts'
export { AWAKE_NOISE, inferAwake } from './awake.ts'
export type { AwakeAnswer, AwakeRefusal, AwakeRequest } from './awake.ts'
export { learnVolume, withVolumes } from './learn.ts'
export type { LessonNight, VolumeLesson } from './learn.ts'
export { leakOrCommand } from './leakOrCommand.ts'
export type { LeakOrCommand, Wait } from './leakOrCommand.ts'
