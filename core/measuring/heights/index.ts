export {
  closureUncertaintyMm,
  closureSuspect,
  modelSigmaMm,
  standCovarianceMm2,
  TYRE_ALLOWANCE_MM,
} from './closure.ts'
export type { ClosureRequest, Stand } from './closure.ts'
export { DEFAULT_REPEATABILITY_MM, HEIGHT_RANGE_MM, meanHeights } from './readings.ts'
export type { Readings } from './readings.ts'
export { checkRound, BUILD_ALLOWANCE_MM, SINKING_MM } from './roundCheck.ts'
export type { RoundCheckRequest, RoundRemark, LapReading } from './roundCheck.ts'
export { GUARD_FACTOR, guardMm, heightVerdict, DEFAULT_SYSTEMATIC_MM, VERDICTS } from './verdict.ts'
export type { Verdict, VerdictAnswer, VerdictRequest } from './verdict.ts'
export { judgeRound } from './judge.ts'
export type {
  AxleSpecification,
  AxleSpecifications,
  DifferenceVerdict,
  RoundVerdict,
} from './judge.ts'
export { METHODS, isFloorBased, isRideHeight, addPadsBack } from './methods.ts'
export type { Method } from './methods.ts'
export { judgeRecorded } from './judgeRecorded.ts'
export type { JudgedRound, LevelSpecification } from './judgeRecorded.ts'
export { countedMm, countedReadings } from './counted.ts'
export type { RecordedReading, RecordedRound } from './counted.ts'
export { leaveDoubtfulOut } from './doubtful.ts'
export type { LeftOut } from './doubtful.ts'
export { learnRepeatability } from './repeatability.ts'
export type { LearnedRepeatability } from './repeatability.ts'
export { compareRounds } from './compare.ts'
export type { ComparedRound, RoundComparison } from './compare.ts'
export {
  alike,
  isLevelled,
  LOAD_RANGE_KG,
  loadKey,
  ROUND_STATES,
  sameWay,
  stateOf,
} from './states.ts'
export type { MeasuredSo, RoundState } from './states.ts'
