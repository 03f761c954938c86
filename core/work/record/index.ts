export { doneByRecord, NO_THREADS } from './entries.ts'
export type {
  Deviation,
  DoneEntry,
  DoneStep,
  NoThread,
  Shown,
  Torqued,
  WorkContent,
  WorkEntry,
} from './entries.ts'
export { carriedBy, runOf } from './run.ts'
export { factKey, factOf } from './runState.ts'
export type { Run, RunStep, StepState, Temporary, Wait, WorkOf } from './runState.ts'
export { waitBefore } from './waits.ts'
export { mayHaveNoThread, maySkip, mayEnter, notYet } from './allow.ts'
export type { Guarded, WorkRefusal } from './allow.ts'
export type { GateRefusal } from './gates.ts'
export { EMPTY_BARG, linkShows, proofsFor, toShow } from './proving.ts'
export type { Live, ToShow } from './proving.ts'
export { settingAt } from './reading.ts'
export type { ReadingRefusal } from './reading.ts'
export { contradicted } from './contradicted.ts'
export { judgeTorque, otherUnit } from './torque.ts'
export type { TorqueRange, TorqueVerdict } from './torque.ts'
export { stuck } from './finish.ts'
export {
  fillDoubt,
  fillNeeds,
  fillStages,
  PUMP_WARM,
  pumpRests,
  REST_S,
  RUN_S,
  sidesAlike,
} from './fill.ts'
export type { FillDoubt, FillNeed, FillStage, Sides, SidesVerdict } from './fill.ts'
