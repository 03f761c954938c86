import { inject } from 'vitest'

declare module 'vitest' {
  interface ProvidedContext {
    /** Seed of a long run, printed at its start; null: the usual run, with fixed seeds. */
    longSeed: number | null
  }
}

/** How often a drawn case is tried: a few times in every run, many times in `npm run test:long`. */
export const runs = (few: number, many: number): number =>
  inject('longSeed') === null ? few : many

/** The seed cases are drawn from: fixed, or that of the long run. */
export const seedOr = (fixed: number): number => inject('longSeed') ?? fixed
