export { diagnose, reason } from './diagnose.ts'
export type { Contradiction, DiagnoseRefusal, Diagnosis, Reasoned } from './diagnose.ts'
export { SURE, TELLS } from './advise.ts'
export type { Advice } from './costs.ts'
export type { CheckManner, Guide } from './guide.ts'
export type { Cause, Check, Evidence, Knowledge, KnowledgeRefusal } from './knowledge.ts'
export { lintBook } from './lint.ts'
export type { BookFault } from './lint.ts'
export { isNight, OFTEN, quietOf, SHIPPED_BOOK, OFTEN_WORDS, PLACE_KINDS } from './book.ts'
export type {
  BookCause,
  BookCheck,
  BookCompound,
  BookRow,
  BookRowOf,
  KnowledgeBook,
  Where,
} from './book.ts'
export { bookWith, changesOf, NO_CHANGES } from './ours.ts'
export type { BookChanges } from './ours.ts'
export { causesAt, checksAt } from './places.ts'
export { partsOfId } from './placed.ts'
export type { PlacedCause, PlacedCheck } from './placed.ts'
export { wholeOutcome } from './chances.ts'
export { knowledgeOf } from './vehicleKnowledge.ts'
export type { Circumstances, VehicleKnowledge } from './vehicleKnowledge.ts'
export { nightMinutes, wantedNow, WANTED_BACK } from './nightCost.ts'
export type { WantedBack } from './nightCost.ts'
export { singleFaults } from './finding.ts'
