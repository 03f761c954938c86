import type { Architecture } from '../../base/vehicle/index.ts'
import type { BookCause, KnowledgeBook } from './book.ts'
import { isNight } from './book.ts'
import { wholeOutcome } from './chances.ts'
import { guideOf } from './guideOf.ts'
import type { Cause, Chances, Check, Knowledge } from './knowledge.ts'
import type { PlacedCause, PlacedCheck } from './placed.ts'
import type { Wear } from './places.ts'
import { causesAt, checksAt } from './places.ts'
import type { Row } from './rows.ts'
import { Rows } from './rows.ts'

/** Minutes of work that proving a repair is worth: now, by a drive, or by the next night only. */
const PROOF_MIN = { now: 5, drive: 20, night: 45 } as const
/** An hour in which the car only stands is worth so many minutes of work, where nobody says more. */
const WAITING_MIN_PER_H = 2

/** What is known of one vehicle, and what each id of it stands for. */
export interface VehicleKnowledge extends Knowledge {
  readonly causeOf: ReadonlyMap<string, PlacedCause>
  readonly checkOf: ReadonlyMap<string, PlacedCheck>
}

/** What makes some causes likelier on this car, and what work and waiting cost here. */
export interface Circumstances extends Wear {
  /** What an hour of work costs, in the currency of the prices; null: nobody said. */
  readonly perHour?: number | null
  /** What a night costs in minutes of work; null: nobody said when the car is wanted back. */
  readonly nightMin?: number | null
}

/** What the parts of a repair are worth, in minutes of work: by the shop's own price where there is one. */
const partsMin = ({ parts, price }: BookCause, perHour: number | null): number =>
  price === undefined || perHour === null ? parts : (price / perHour) * 60

function costOf({ check }: PlacedCheck, nightMin: number | null): number {
  const { minutes, materials = 0, unattendedH = 0 } = check
  const waiting = isNight(check) && nightMin !== null ? nightMin : unattendedH * WAITING_MIN_PER_H
  return minutes + materials + waiting
}

const repairCostOf = ({ parts }: PlacedCause, perHour: number | null): number =>
  parts.reduce((sum, { cause }) => sum + cause.minutes + partsMin(cause, perHour), 0) +
  Math.max(...parts.map(({ cause }) => PROOF_MIN[cause.proof]))

function checkAt(placed: PlacedCheck, causes: readonly PlacedCause[], cost: number): Check {
  const { id, check, whole } = placed
  const rows = new Rows(placed)
  const likelihood: Record<string, Chances> = {}
  const between: Record<string, Row> = {}
  for (const cause of causes) {
    const row = rows.of(cause)
    likelihood[cause.id] = row.middle
    between[cause.id] = row
  }
  const outcomes = rows.combos.map((combo) =>
    whole
      ? wholeOutcome(
          check,
          combo.map((k, i) => [whole[i]!, check.outcomes[k]!.id]),
        )
      : check.outcomes[combo[0]!]!.id,
  )
  return { id, cost, outcomes, likelihood, between }
}

/** Everything known of a vehicle laid out like this one: each cause and check at each of its places. */
export function knowledgeOf(
  book: KnowledgeBook,
  architecture: Architecture,
  { perHour = null, nightMin = null, ...wear }: Circumstances = {},
): VehicleKnowledge {
  const placed = causesAt(book, architecture, wear)
  const checkOf = checksAt(book, architecture)
  return {
    causes: placed.map((each): Cause => ({
      id: each.id,
      weight: each.weight,
      repairCost: repairCostOf(each, perHour),
    })),
    checks: [...checkOf.values()].map((each) => checkAt(each, placed, costOf(each, nightMin))),
    causeOf: new Map(placed.map((each) => [each.id, each])),
    checkOf,
    guide: guideOf(placed, checkOf),
  }
}
