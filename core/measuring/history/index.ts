export { driftOf } from './drift.ts'
export type { Drift, DriftPoint } from './drift.ts'
export { repairHolds } from './holds.ts'
export type { Holds, HoldsRequest } from './holds.ts'
