/** On every page and paper of a simulated car. */
export const SIMULATED_WORDS = 'Simulated car: nothing here was measured on a real one.'
