import type { Architecture, Place } from '../vehicle/index.ts'
import { AXLE_CORNERS, AXLES, axleMate, CORNERS, cornersOf } from '../vehicle/index.ts'
import type { BookCause, KnowledgeBook } from './book.ts'
import { OFTEN } from './book.ts'
import type { AtPlace, Range, Ranges } from './chances.ts'
import {
  anythingOf,
  asTold,
  combinations,
  rangesOf,
  together,
  toldOf,
  wholeOutcome,
  wholeRange,
} from './chances.ts'
import type { Guide } from './guide.ts'
import type { Cause, Chances, Check, Knowledge } from './knowledge.ts'
import type { PlacedCause, PlacedCheck } from './placed.ts'
import type { Wear } from './places.ts'
import { causesAt, checksAt, relation } from './places.ts'

/** Minutes of work that proving a repair is worth: now, by a drive, or by the next night only. */
const PROOF_MIN = { now: 5, drive: 20, night: 45 } as const
/** An hour in which the car only stands is worth so many minutes of work, where nobody says more. */
const WAITING_MIN_PER_H = 2
/** A wait so long goes on overnight, h. */
const NIGHT_H = 5

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

const isNight = ({ check }: PlacedCheck): boolean => (check.unattendedH ?? 0) >= NIGHT_H

function costOf(placed: PlacedCheck, nightMin: number | null): number {
  const { minutes, materials = 0, unattendedH = 0 } = placed.check
  const waiting = isNight(placed) && nightMin !== null ? nightMin : unattendedH * WAITING_MIN_PER_H
  return minutes + materials + waiting
}

const repairCostOf = ({ parts }: PlacedCause, perHour: number | null): number =>
  parts.reduce((sum, { cause }) => sum + cause.minutes + partsMin(cause, perHour), 0) +
  Math.max(...parts.map(({ cause }) => PROOF_MIN[cause.proof]))

/** A row of chances, with its ranges. */
interface Row {
  readonly low: Chances
  readonly middle: Chances
  readonly high: Chances
}
/** What one part of a fault shows at the places of a check. */
interface PartShows {
  /** The same for parts that show the same. */ readonly key: number
  readonly ranges: readonly Ranges[]
  readonly covers: readonly boolean[]
}

/** More different things than this no check shows. */
const MOST_KEYS = 4096

/** What a check shows of each cause: rows that many causes share are worked out once. */
class Rows {
  private readonly places: readonly Place[]
  readonly combos: readonly (readonly number[])[]
  private readonly told: ReturnType<typeof toldOf> | null
  private readonly rangesFor: ReturnType<typeof rangesOf>
  private readonly anything: Ranges
  private readonly parts = new Map<PlacedCause['parts'][number], PartShows>()
  private readonly keys = new Map<string, number>()
  private readonly rows = new Map<number, Row>()

  constructor(private readonly placed: PlacedCheck) {
    const { check, whole, place } = placed
    this.places = whole ?? [place]
    this.combos = whole
      ? combinations(this.places.length, check.outcomes.length)
      : check.outcomes.map((_, k) => [k])
    this.told = whole && check.others ? toldOf(this.combos, OFTEN[check.others][1]) : null
    this.rangesFor = rangesOf(check)
    this.anything = { own: anythingOf(check), together: null, key: -1 }
  }

  private partShows(part: PlacedCause['parts'][number]): PartShows {
    const known = this.parts.get(part)
    if (known) return known
    const { cause, place } = part
    const relations = this.places.map((at) => relation(place, at))
    const ranges = relations.map((how) =>
      cause.anything ? this.anything : this.rangesFor(cause.id, how),
    )
    const covers = relations.map((how) => how === 'same')
    const word = ranges.map((each, i) => `${each.key}${covers[i] ? 's' : ''}`).join()
    const key = this.keys.get(word) ?? this.keys.size + 1
    this.keys.set(word, key)
    const shows = { key, ranges, covers }
    this.parts.set(part, shows)
    return shows
  }

  of({ parts }: PlacedCause): Row {
    const shows = parts.map((part) => this.partShows(part))
    const key = shows.reduce((sum, each) => sum * MOST_KEYS + each.key, 0)
    const known = this.rows.get(key)
    if (known) return known
    const row = this.rowOf(shows)
    this.rows.set(key, row)
    return row
  }

  private rowOf(all: readonly PartShows[]): Row {
    // What the whole car does shows once, whether one leak or two bring it about.
    const isOfCar = this.placed.whole === null && this.placed.place === null
    const shows = isOfCar ? [...new Map(all.map((each) => [each.key, each])).values()] : all
    const joint = shows.findIndex(({ ranges, covers }) =>
      ranges.some((each, i) => covers[i] && each.together),
    )
    const at = this.places.map((_, i): AtPlace => ({
      own: shows.map(({ ranges }) => ranges[i]!.own).reduce(together),
      joint: joint >= 0 && shows[joint]!.covers[i] ? shows[joint]!.ranges[i]!.together : null,
    }))
    const range: Range = this.placed.whole
      ? this.combos.map((combo) => wholeRange(at, combo))
      : at[0]!.own
    const said = this.told ? asTold(range, this.told) : range
    return {
      low: said.map(([low]) => low),
      middle: said.map(([, middle]) => middle),
      high: said.map(([, , high]) => high),
    }
  }
}

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

const idAt = (id: string, place: Place): string => (place === null ? id : `${id}.${place}`)

/** The ids under which a check of the book can show something of a place on this vehicle. */
function idsFor(check: string, place: Place, checkOf: VehicleKnowledge['checkOf']): string[] {
  const axle = AXLES.find((each) => AXLE_CORNERS[each].some((corner) => corner === place))
  const corners: readonly Place[] =
    place === null ? [null, ...AXLES, ...CORNERS] : [place, axle ?? null, null]
  const inside: readonly Place[] = AXLES.some((each) => each === place)
    ? AXLE_CORNERS[place as (typeof AXLES)[number]]
    : []
  return [...corners, ...inside].map((at) => idAt(check, at)).filter((id) => checkOf.has(id))
}

/** It held with the supply off and is low all the same: a leak or a command? */
const FOLLOWS = [
  { quiet: 'watch', loud: ['saysLow', 'parkedLow', 'overnight'], then: 'command' },
] as const
/** What hisses, cannot rise or does not run is there to be found at once. */
const HURRIED: ReadonlySet<string> = new Set(['hiss', 'heard', 'rises', 'pumpNever', 'pumpRunsOn'])
/** Looking at the other spring of an axle: any of these tells of it. */
const OF_A_SPRING = ['soapSpring', 'shopAir', 'folds'] as const

/** Whether the repair of one fault puts another one right: the same part is changed there. */
function mends(repaired: PlacedCause, other: PlacedCause): boolean {
  return other.parts.every(({ cause, place }) =>
    repaired.parts.some(
      (part) =>
        (part.cause.id === cause.id && part.place === place) ||
        (part.cause.part !== undefined &&
          part.cause.part === cause.part &&
          cornersOf(place).every((corner) => cornersOf(part.place).includes(corner))),
    ),
  )
}

/** What is changed to put a fault right, as a name. */
const repairOf = ({ parts }: PlacedCause): string =>
  [...new Set(parts.map(({ cause, place }) => `${cause.part ?? cause.id} ${String(place)}`))]
    .toSorted()
    .join()

function guideOf(causes: readonly PlacedCause[], checkOf: VehicleKnowledge['checkOf']): Guide {
  const shownBy = ({ parts }: PlacedCause): readonly (readonly string[])[] =>
    parts.flatMap(({ cause, place }) => {
      const own = (cause.own ?? []).flatMap((check) => idsFor(check, place, checkOf))
      return own.length > 0 ? [own] : []
    })
  const lookedAt = ({ parts }: PlacedCause): readonly (readonly string[])[] =>
    parts.flatMap(({ cause, place }) => {
      const first = (cause.after ?? []).map((check) => idsFor(check, place, checkOf))
      const corner = CORNERS.find((each) => each === place)
      if (!corner || cause.part !== 'airSpring' || !cause.leak) return first
      const mate = axleMate(corner)
      return [...first, OF_A_SPRING.map((check) => `${check}.${mate}`)]
    })
  const mended = new Map<string, readonly string[]>()
  return {
    checks: new Map(
      [...checkOf.values()].map((placed) => {
        const { check, place } = placed
        return [
          placed.id,
          {
            isQuestion: check.group === 'complaint',
            isNight: isNight(placed),
            isLifted: check.needs?.includes('car lifted') ?? false,
            isMany: check.many ?? false,
            comesAlong: check.comes !== undefined,
            place,
            minutes: check.minutes,
          },
        ]
      }),
    ),
    shownBy: new Map(causes.map((cause) => [cause.id, shownBy(cause)])),
    lookedAt: new Map(causes.map((cause) => [cause.id, lookedAt(cause)])),
    repairOf: new Map(causes.map((cause) => [cause.id, repairOf(cause)])),
    mends: (id) => {
      const known = mended.get(id)
      if (known) return known
      const cause = causes.find((each) => each.id === id)!
      const made = causes.flatMap((other) => (mends(cause, other) ? [other.id] : []))
      mended.set(id, made)
      return made
    },
    follows: FOLLOWS.filter(({ then }) => checkOf.has(then)),
    hurried: new Set(
      [...checkOf.values()].flatMap(({ id, check }) => (HURRIED.has(check.id) ? [id] : [])),
    ),
    unnamed: new Set(
      causes.flatMap(({ id, parts }) => (parts.some(({ cause }) => cause.anything) ? [id] : [])),
    ),
  }
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
