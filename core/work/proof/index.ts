export { backOnWheelsMs, isProved, item, jointsOpened, proofOf } from './proof.ts'
export { PROOF_ITEMS, SAID_ITEMS, OUTCOMES } from './items.ts'
export type {
  Joint,
  Outcome,
  ProofFacts,
  ProofItem,
  ProofItemId,
  ProofState,
  ProofWhy,
  ProvingRound,
  Said,
  SaidItem,
  Told,
} from './items.ts'
export {
  isHandedOver,
  lastOf,
  levelHeights,
  proofFacts,
  teachingVisit,
  visitsLowered,
} from './facts.ts'
export type { ProofContent, ProofEntry, ProofJob } from './facts.ts'
export { stepsShown } from './shownSteps.ts'
