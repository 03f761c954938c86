export { arrivalAnswer, onStops, UNSEEN } from './arrivalAnswer.ts'
export type { Arrival, ArrivalAnswer, ArrivalReason } from './arrivalAnswer.ts'
