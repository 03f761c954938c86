export { axleStrategies, wearYears } from './axle.ts'
export type { AxleCase } from './axle.ts'
export { buildOptions, USUAL_LIVES } from './build.ts'
export type {
  BuiltOption,
  EstimateLine,
  OptionId,
  Priced,
  PricedKind,
  RepairCase,
} from './build.ts'
export { breakEven } from './breakEven.ts'
export { fittedAs, ageAt, livesFrom } from './history.ts'
export type { Fitted, LivedVehicle } from './history.ts'
export { lifeOf } from './knownLife.ts'
export type { KnownLife } from './knownLife.ts'
export { fitLife, LEAST_FAILURES, meanYears } from './lives.ts'
export type { FittedLife, Life, LifeRecord } from './lives.ts'
export { daysOff } from './daysOff.ts'
export { compareOptions } from './options.ts'
export type { LivingPart, Option, OptionCost, StrategyRequest, Visit } from './options.ts'
export { mendNow } from './leaving.ts'
export type { MendNow } from './leaving.ts'
export { axleOf, cornerOf, failedBy, springsOn } from './failed.ts'
export type { Failed, OfType } from './failed.ts'
export { leakMinutesOf, UNKNOWN_AGE_YEARS, USUALLY_ASSUMED } from './assumed.ts'
export type { Assumed, MeasuredLeak } from './assumed.ts'
