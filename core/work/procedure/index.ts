export {
  SHIPPED_PROCEDURES,
  STRETCHES,
  SUPPORTS,
  USUAL_WAY,
  STEP_PLACE_KINDS,
  SHOWN_BY,
  STEP_FIGURES,
} from './book.ts'
export type {
  BookFact,
  BookFastener,
  BookJob,
  BookStep,
  Minutes,
  ProcedureBook,
  ShopWay,
  ShownBy,
  StepFigure,
  StepReading,
  StepWhen,
  Stretch,
  Support,
} from './book.ts'
export { workedBy } from './workedBy.ts'
export type { EarlierBook } from './workedBy.ts'
export {
  GATES,
  GATES_OF,
  holds,
  shutGate,
  springCarries,
  CONDITIONS,
  CAR_ACTS,
  AXLE_ACTS,
  CORNER_ACTS,
} from './machine.ts'
export type { Act, CarState, Condition, CornerState, GateId, Shut } from './machine.ts'
export { CONDITION_WORDS, GATE_WORDS } from './gateWords.ts'
export { PROOFS, PROOF_KINDS } from './proofs.ts'
export type { Proof } from './proofs.ts'
export { asksTorque, fastenerAt, torqueFasteners } from './fasteners.ts'
export type { FastenerEnd, PlanFastener } from './fasteners.ts'
export { filledWords, PLACE_WORDS } from './words.ts'
export { needPlaces } from './expand.ts'
export type { Carried, FactAt } from './expand.ts'
export { doAct, waited } from './acts.ts'
export type { Harm } from './acts.ts'
export { ARRIVES, arrived, explore } from './explore.ts'
export type { PlanRefusal } from './refusals.ts'
export { applies, placesFrom, ventsOf } from './situation.ts'
export type { WantedJob } from './situation.ts'
export { composePlan, elapsed, stepsOfPlan } from './compose.ts'
export type { Plan, PlanRequest } from './compose.ts'
export type { PlanStep } from './planStep.ts'
export { placeJobs } from './wanted.ts'
export { actsOf, carOf, kindAt, walkOn, walkPlan } from './walk.ts'
export type { WalkRefusal } from './walk.ts'
export { DRAWN_STEPS, drawnAt, starOrder } from './drawn.ts'
export type { Drawn, DrawnFor, DrawnOf, HeldThing } from './drawn.ts'
export { inOrder, roomFor } from './moves.ts'
export { lintInSlices, lintProcedures } from './lint.ts'
export type { ProcedureFault } from './lint.ts'
