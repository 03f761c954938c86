export { arrivalAnswer, onStops } from './arrivalAnswer.ts'
export type { Arrival, ArrivalAnswer, ArrivalReason } from './arrivalAnswer.ts'
