import type { Vehicle } from '@anklet/contract'

/** On every page and paper of a simulated car. */
export const SIMULATED_WORDS = 'Simulated car: nothing here was measured on a real one.'

/** The same for a car that may be one; empty for a real one. */
export const simulatedWords = ({ simulated }: Pick<Vehicle, 'simulated'>): string =>
  simulated ? SIMULATED_WORDS : ''
