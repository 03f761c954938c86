/** A source of numbers from 0 (included) to 1 (excluded). */
export type Random = () => number

/**
 * A small fast generator: the same seed gives the same numbers, everywhere.
 * Method: mulberry32 by T. Ettinger (public domain, 2017); period 2^32, plenty for noise in simulations.
 * @param seed any integer.
 */
export function seeded(seed: number): Random {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A draw from the standard normal distribution (Box and Muller 1958, doi 10.1214/aoms/1177706645). */
export function normal(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}
