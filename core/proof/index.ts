export { backOnWheelsMs, isProved, jointsOpened, proofOf } from './proof.ts'
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
} from './proof.ts'
export {
  isHandedOver,
  lastOf,
  levelHeights,
  proofFacts,
  teachingVisit,
  visitsLowered,
} from './facts.ts'
export type { ProofContent, ProofEntry, ProofJob } from './facts.ts'
