import type { Place } from '../../base/vehicle/index.ts'
import type { BookCause } from './book.ts'
import type { PlacedCause } from './placed.ts'
import { relation } from './placed.ts'

/**
 * Where one spring of an axle fails, how often the other one fails with it: both are as old and
 * have rolled as far. It grows with distance as wear does.
 */
const TWIN = 0.2
/**
 * How often a second leak anywhere is there at the same time, against how often it is met at all:
 * a car comes when the first one shows.
 */
const SECOND = 0.2
/** Where air is lost, how often the pump is worn out by it already. */
const PUMP_AFTER_LEAK = 0.05

const isSpring = ({ part, leak }: BookCause): boolean => part === 'airSpring' && leak === true
const isPump = ({ part, wears, leak }: BookCause): boolean =>
  part === 'compressor' && wears === 'distance' && leak !== true
/** The springs of one axle. */
function areTwins(a: PlacedCause, b: PlacedCause): boolean {
  const [one, other] = [a.parts[0]!, b.parts[0]!]
  return isSpring(one.cause) && isSpring(other.cause) && relation(one.place, other.place) === 'mate'
}

/** A spring cannot leak and be torn; what sits in one part is one fault. */
const isOneFault = (a: PlacedCause, b: PlacedCause): boolean =>
  a.parts[0]!.cause.part === b.parts[0]!.cause.part &&
  relation(a.parts[0]!.place, b.parts[0]!.place) === 'same'

/** What pairs are weighed against. */
interface Met {
  /** Weights of all causes together. */ readonly all: number
  /** Weights of what can be wrong with the springs of a place, by place. */
  readonly springs: ReadonlyMap<Place, number>
  readonly wear: number
}

/** How often two causes are met together. */
function weightTogether(a: PlacedCause, b: PlacedCause, { all, springs, wear }: Met): number {
  const [one, other] = [a.parts[0]!, b.parts[0]!]
  if (areTwins(a, b)) return (a.weight * TWIN * wear * b.weight) / springs.get(other.place)!
  if (one.cause.leak && isPump(other.cause)) return a.weight * PUMP_AFTER_LEAK * wear
  if (other.cause.leak && isPump(one.cause)) return b.weight * PUMP_AFTER_LEAK * wear
  return one.cause.leak && other.cause.leak ? (SECOND * a.weight * b.weight) / all : 0
}

/**
 * Causes that come together, two by two: the springs of an axle, any two leaks, a leak and the pump
 * it wore out. Built from the single ones; pairs somebody wrote down keep their own weight.
 * @param wear 1 for a car of the usual distance
 */
export function companiesOf(
  single: readonly PlacedCause[],
  written: readonly PlacedCause[],
  wear: number,
): readonly PlacedCause[] {
  const springs = new Map<Place, number>()
  for (const { parts, weight } of single) {
    const { cause, place } = parts[0]!
    if (isSpring(cause)) springs.set(place, (springs.get(place) ?? 0) + weight)
  }
  const all = single.reduce((sum, { weight }) => sum + weight, 0)
  const partsOf = ({ parts }: PlacedCause): string =>
    parts
      .map(({ cause, place }) => `${cause.id} ${String(place)}`)
      .toSorted()
      .join()
  const known = new Set(written.map(partsOf))
  return single.flatMap((a, i) =>
    single.slice(i + 1).flatMap((b): PlacedCause[] => {
      if (isOneFault(a, b)) return []
      const weight = weightTogether(a, b, { all, springs, wear })
      const pair: PlacedCause = {
        id: `${a.id}+${b.id}`,
        base: `${a.base}+${b.base}`,
        place: a.place === b.place ? a.place : null,
        weight,
        parts: [...a.parts, ...b.parts],
        because: areTwins(a, b)
          ? 'Both springs of an axle are as old and have rolled as far.'
          : 'Two faults at once; one alone does not explain what was found.',
      }
      return weight > 0 && !known.has(partsOf(pair)) ? [pair] : []
    }),
  )
}
