import type { StartingAir } from '@anklet/core/base/starting'
import { capital } from '../plain/corners.ts'

/** Where a car has air, as it is told by looking at it. */
export const STARTING_AIR_WORDS: Readonly<Record<StartingAir, string>> = {
  four: 'All four corners',
  front: 'Front only',
  rear: 'Rear only',
  rearBesideCoils: 'Rear, beside coils',
}

/**
 * What a type is called that was made for a car nobody entered, until the shop names it.
 * @param words where it has air, and its size
 * @param taken names that are on the shelf
 */
export function startingName(words: string, taken: readonly string[]): string {
  const name = capital(words)
  const names = new Set(taken.map((each) => each.toLowerCase()))
  if (!names.has(name.toLowerCase())) return name
  let number = 2
  while (names.has(`${name} ${number}`.toLowerCase())) number += 1
  return `${name} ${number}`
}
