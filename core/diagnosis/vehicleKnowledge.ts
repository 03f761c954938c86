import type { Architecture } from '../vehicle/index.ts'
import type { BookCause, KnowledgeBook } from './book.ts'
import type { Range } from './chances.ts'
import { combinations, rangesOf, together, wholeOutcome, wholeRange } from './chances.ts'
import type { Cause, Chances, Check, Knowledge } from './knowledge.ts'
import type { PlacedCause, PlacedCheck } from './places.ts'
import { causesAt, checksAt, relation } from './places.ts'

/** Minutes of work that proving a repair is worth: now, by a drive, or by the next night only. */
const PROOF_MIN = { now: 5, drive: 20, night: 45 } as const
/** An hour in which the car only stands is worth so many minutes of work. */
const WAITING_MIN_PER_H = 4
/** Distance at which a wear part is as likely to fail as its weight says, km; nearer and farther, within bounds. */
const USUAL_KM = 120_000

/** What is known of one vehicle, and what each id of it stands for. */
export interface VehicleKnowledge extends Knowledge {
  readonly causeOf: ReadonlyMap<string, PlacedCause>
  readonly checkOf: ReadonlyMap<string, PlacedCheck>
}

/** What makes some causes likelier on this car. */
export interface Circumstances {
  readonly km?: number | null
  /** Causes found on the shop's own closed jobs, by id. */
  readonly counts?: Readonly<Record<string, number>>
  /** What an hour of work costs, in the currency of the prices; null: nobody said. */
  readonly perHour?: number | null
}

/** What the parts of a repair are worth, in minutes of work: by the shop's own price where there is one. */
const partsMin = ({ parts, price }: BookCause, perHour: number | null): number =>
  price === undefined || perHour === null ? parts : (price / perHour) * 60

/** Everything known of a vehicle laid out like this one: each cause and check at each of its places. */
export function knowledgeOf(
  book: KnowledgeBook,
  architecture: Architecture,
  { km = null, counts = {}, perHour = null }: Circumstances = {},
): VehicleKnowledge {
  const placed = causesAt(book, architecture)
  const wear = km === null ? 1 : Math.min(2, Math.max(0.5, km / USUAL_KM))
  const weightOf = ({ base, weight, parts }: PlacedCause): number =>
    weight * (parts[0]!.cause.wears === 'distance' ? wear : 1) +
    (counts[base] ?? 0) / placed.filter((each) => each.base === base).length
  const causes = placed.map((each): Cause => ({
    id: each.id,
    weight: weightOf(each),
    repairCost:
      each.parts.reduce((sum, { cause }) => sum + cause.minutes + partsMin(cause, perHour), 0) +
      Math.max(...each.parts.map(({ cause }) => PROOF_MIN[cause.proof])),
  }))
  const checkOf = checksAt(book, architecture)
  const rangesOfCheck = new Map(book.checks.map((check) => [check, rangesOf(check)]))
  const checks = [...checkOf.values()].map(({ id, place, check, whole }): Check => {
    const rangesFor = rangesOfCheck.get(check)!
    const known = new Map<string, Range>()
    const places = whole ?? [place]
    const combos = whole
      ? combinations(places.length, check.outcomes.length)
      : check.outcomes.map((_, k) => [k])
    const rangeAt = (part: PlacedCause['parts'][number]): Range => {
      const parts = places.map((at) => {
        const how = relation(part.place, at)
        return { covered: how === 'same', ranges: rangesFor(part.cause.id, how) }
      })
      // Most causes show the same: worked out once.
      const key = parts
        .map(({ covered, ranges }) => (covered ? ranges.key : -1 - ranges.key))
        .join()
      const range =
        known.get(key) ??
        combos.map((combo) => (whole ? wholeRange(parts, combo) : parts[0]!.ranges.own[combo[0]!]!))
      known.set(key, range)
      return range
    }
    const rows = new Map<
      Range,
      { readonly low: Chances; readonly middle: Chances; readonly high: Chances }
    >()
    const rowOf = (range: Range) => {
      const row = rows.get(range) ?? {
        low: range.map(([low]) => low),
        middle: range.map(([, middle]) => middle),
        high: range.map(([, , high]) => high),
      }
      rows.set(range, row)
      return row
    }
    const rowsOf = placed.map(
      (cause) => [cause.id, rowOf(cause.parts.map(rangeAt).reduce(together))] as const,
    )
    return {
      id,
      cost: check.minutes + (check.materials ?? 0) + (check.unattendedH ?? 0) * WAITING_MIN_PER_H,
      likelihood: Object.fromEntries(rowsOf.map(([cause, { middle }]) => [cause, middle])),
      outcomes: combos.map((combo) =>
        whole
          ? wholeOutcome(
              check,
              combo.map((k, i) => [places[i]!, check.outcomes[k]!.id]),
            )
          : check.outcomes[combo[0]!]!.id,
      ),
      between: Object.fromEntries(rowsOf.map(([cause, { low, high }]) => [cause, { low, high }])),
    }
  })
  return { causes, checks, causeOf: new Map(placed.map((each) => [each.id, each])), checkOf }
}
