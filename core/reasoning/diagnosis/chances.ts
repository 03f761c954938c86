import type { BookCheck, BookRow } from './book.ts'
import { OFTEN, quietOf } from './book.ts'
import type { Place } from '../../base/vehicle/index.ts'

/** Chances of outcomes, each with how far it may be off. */
export type Range = readonly (readonly [low: number, middle: number, high: number])[]

function rangeOf(row: BookRow, { outcomes }: BookCheck): Range {
  // Nothing is impossible: what a row does not name it hardly ever shows.
  const unnamed = OFTEN.never.map(
    (chance) => chance / (outcomes.length - 1),
  ) as unknown as (typeof OFTEN)['never']
  const loud = outcomes.slice(1).map(({ id }) => {
    const word = typeof row === 'string' ? row : row[id]
    return word ? OFTEN[word] : unnamed
  })
  const sum = (at: 0 | 1 | 2): number => loud.reduce((total, range) => total + range[at], 0)
  return [[Math.max(0, 1 - sum(2)), 1 - sum(1), Math.max(0, 1 - sum(0))], ...loud]
}

/**
 * What a cause shows at a place: by itself, and at all it covers at once. `key` tells rows of one
 * check apart.
 */
export interface Ranges {
  readonly own: Range
  readonly together: Range | null
  readonly key: number
}

/** The ranges of a check by relation and cause, worked out once. */
export function rangesOf(
  check: BookCheck,
): (cause: string, at: 'same' | 'mate' | 'away') => Ranges {
  const otherwise: Ranges = { own: rangeOf(check.otherwise, check), together: null, key: 0 }
  const rows = new Map(
    check.rows.flatMap(({ causes, at = 'same', row, together: all }, k) => {
      const ranges: Ranges = {
        own: rangeOf(row, check),
        together: all
          ? rangeOf(typeof row === 'string' ? all : { [Object.keys(row)[0]!]: all }, check)
          : null,
        key: k + 1,
      }
      return causes.map((cause) => [`${at} ${cause}`, ranges] as const)
    }),
  )
  return (cause, at) => rows.get(`${at} ${cause}`) ?? otherwise
}

/**
 * What a whole check found, as the one outcome it has: the places that are not quiet, with what
 * was found there where there is a choice.
 */
export function wholeOutcome(
  check: BookCheck,
  found: readonly (readonly [place: Place, outcome: string])[],
): string {
  const quiet = quietOf(check)
  const loud = found
    .filter(([, outcome]) => outcome !== quiet)
    .map(([place, outcome]) =>
      check.outcomes.length === 2 ? String(place) : `${String(place)}:${outcome}`,
    )
  return loud.length === 0 ? quiet : loud.join('+')
}

/** Every way the places of a whole check can come out, by the outcome each has. */
export const combinations = (places: number, outcomes: number): readonly (readonly number[])[] =>
  Array.from({ length: places }).reduce<readonly (readonly number[])[]>(
    (all) => all.flatMap((each) => Array.from({ length: outcomes }, (_, k) => [...each, k])),
    [[]],
  )

/** What the causes of one fault show at one place. */
export interface AtPlace {
  /** All of them together, each for itself. */ readonly own: Range
  /** What one of them shows at all it covers at once; null: it shows itself place by place. */
  readonly joint: Range | null
}

/**
 * The chance of one way: places come out each for itself; or, where a cause shows itself at all it
 * covers at once, together.
 */
export function wholeRange(
  places: readonly AtPlace[],
  combo: readonly number[],
): readonly [number, number, number] {
  const product = (which: (place: AtPlace, k: number) => number): number =>
    places.reduce((sum, place, i) => sum * which(place, combo[i]!), 1)
  const alone = ([0, 1, 2] as const).map((at) => product(({ own }, k) => own[k]![at])) as [
    number,
    number,
    number,
  ]
  const all = places.find(({ joint }) => joint)?.joint
  if (!all) return alone
  const said = [...new Set(places.flatMap(({ joint }, i) => (joint ? [combo[i]!] : [])))]
  const [least, middle, most] = [0, 1, 2].map((at) =>
    all.slice(1).reduce((sum, range) => sum + range[at]!, 0),
  ) as [number, number, number]
  const others = ([0, 1, 2] as const).map((at) =>
    product(({ own, joint }, k) => (joint ? 1 : own[k]![at])),
  )
  const shown = said.length === 1 && said[0]! > 0 ? all[said[0]!]! : ([0, 0, 0] as const)
  return [
    alone[0] * (1 - most) + shown[0] * others[0]!,
    alone[1] * (1 - middle) + shown[1] * others[1]!,
    alone[2] * (1 - least) + shown[2] * others[2]!,
  ]
}

const loudOf = (combo: readonly number[]): readonly number[] =>
  combo.flatMap((k, i) => (k > 0 ? [i] : []))

/**
 * What is told where several places are loud: one of them surely, each other one only so often.
 * @param share how often another one is told too
 * @returns for each way that is told, the ways that may be behind it and how often they are told so
 */
export function toldOf(
  combos: readonly (readonly number[])[],
  share: number,
): readonly (readonly (readonly [behind: number, chance: number])[])[] {
  const loud = combos.map(loudOf)
  return loud.map((told) =>
    loud.flatMap((real, behind): (readonly [number, number])[] => {
      if (!told.every((i) => real.includes(i))) return []
      if (told.length === 0) return real.length === 0 ? [[behind, 1]] : []
      const [n, m] = [told.length, real.length]
      return [[behind, (n / m) * share ** (n - 1) * (1 - share) ** (m - n)]]
    }),
  )
}

/** A range as it is told instead of as it is. */
export const asTold = (range: Range, told: ReturnType<typeof toldOf>): Range =>
  told.map((behind) =>
    behind.reduce<readonly [number, number, number]>(
      ([low, middle, high], [k, chance]) => [
        low + chance * range[k]![0],
        middle + chance * range[k]![1],
        high + chance * range[k]![2],
      ],
      [0, 0, 0],
    ),
  )

/** What somebody sees of a fault no book names: anything, though mostly nothing. */
const ANYTHING = { loud: [0.1, 0.2, 0.35] } as const
export const anythingOf = ({ outcomes }: BookCheck): Range => {
  const loud = ANYTHING.loud.map((chance) => chance / (outcomes.length - 1))
  const [low, middle, high] = loud as [number, number, number]
  const [l, m, h] = ANYTHING.loud
  return [[1 - h, 1 - m, 1 - l], ...outcomes.slice(1).map(() => [low, middle, high] as const)]
}

/** Two causes at once: what the first shows, or where it shows nothing, what the second does. */
export const together = (a: Range, b: Range): Range =>
  a.map(
    (own, k) =>
      (k === 0
        ? own.map((value, i) => value * b[0]![i]!)
        : own.map((value, i) => value + a[0]![i]! * b[k]![i]!)) as unknown as readonly [
        number,
        number,
        number,
      ],
  )
