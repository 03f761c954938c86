import type { HypothesisId } from '@anklet/core/measuring/leakdown'
import type { Architecture, Axle, Corner, Place } from '@anklet/core/base/vehicle'

/** Corners as they are spoken. */
export const CORNER_WORDS: Readonly<Record<Corner, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
}

/** A corner by its name in a request; anything else has no words. */
export const cornerWords = (name: string): string | undefined =>
  (CORNER_WORDS as Readonly<Record<string, string>>)[name]

/** A place as it is spoken. @param whole what the whole car is called */
export const placeWords = (place: Place, whole = 'car'): string =>
  place === null
    ? whole
    : place === 'front' || place === 'rear'
      ? `${place} axle`
      : CORNER_WORDS[place]

/** Makes a sentence of words. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** As it stands inside a sentence. */
export const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** Joins names as one says them: "a", "a and b", "a, b and c". */
export function list(names: readonly string[]): string {
  if (names.length < 2) return names[0] ?? ''
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`
}

/** Several corners in as few words as possible: two of an axle are "the front". */
export function cornersInWords(corners: readonly Corner[]): string {
  const has = (...wanted: readonly Corner[]): boolean =>
    corners.length === wanted.length && wanted.every((corner) => corners.includes(corner))
  if (corners.length === 4) return 'all round'
  if (has('FL', 'FR')) return 'the front'
  if (has('RL', 'RR')) return 'the rear'
  if (has('FL', 'RL')) return 'the left side'
  if (has('FR', 'RR')) return 'the right side'
  return list(corners.map((corner) => CORNER_WORDS[corner]))
}

// Equal drops on an axle: what they are put down to depends on what its two springs share.
function pairWords(axle: Axle, { valves, crossValve }: Architecture): string {
  if (crossValve[axle]) return `${axle} axle, one leak through its open cross valve`
  if (valves === 'perSpring') return `both ${axle} springs, alike`
  return valves === 'oneBlock'
    ? `both ${axle} springs alike, as by the shared valve block`
    : `both ${axle} springs alike, as by their valve block`
}

/** What a hypothesis blames, without a verb. */
export function hypothesisWords(id: HypothesisId, architecture: Architecture): string {
  switch (id) {
    case 'none':
      return 'no leak, only the cold'
    case 'FL':
    case 'FR':
    case 'RL':
    case 'RR':
      return CORNER_WORDS[id]
    case 'frontPair':
      return pairWords('front', architecture)
    case 'rearPair':
      return pairWords('rear', architecture)
    case 'frontBoth':
      return 'both front springs, each its own leak'
    case 'rearBoth':
      return 'both rear springs, each its own leak'
    case 'all':
    case 'diagonalFL':
    case 'diagonalFR':
      return EVEN_WORDS
  }
}

/** Heights cannot tell these three apart: said in one line. */
export const EVEN_WORDS = 'all four, or two on a diagonal'
